<script lang="ts">
  import { boughtFat } from '$core/grind';
  import { CURE_STRENGTH } from '$core/reference';
  import { parseMass, parseMoney, parsePercent } from '$core/units';
  import { freshId } from '$lib/device/ids';
  import { MASS_FAULTS } from '$lib/words/mass-faults';
  import type { ShelfLot } from '$lib/grind/grinding.svelte';
  import type { Station } from '$lib/station/station.svelte';
  import { Field } from '$lib/ui/fields';
  import Fold from '$lib/ui/Fold.svelte';
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    shelf: readonly ShelfLot[];
    station: Station;
    format: Formatter;
    currency: string;
    /** What recipes name, offered as one types. */
    known: readonly string[];
    bought: () => void;
  }
  let { shelf, station, format, currency, known, bought }: Props = $props();
  let open = $state(false);
  const WHAT = {
    fat: 'fat',
    meat: 'meat',
    salt: 'salt',
    cure: 'cure salt',
    seasoning: 'seasoning',
    casing: 'casings',
    other: 'something else'
  } as const;
  type What = keyof typeof WHAT;
  const blank = {
    what: 'fat' as What,
    name: '',
    weight: '',
    price: '',
    supplier: '',
    supplierLot: '',
    allergens: '',
    fat: '',
    strength: ''
  };
  let form = $state({ ...blank });
  let faults = $state<Partial<Record<keyof typeof blank, string>>>({});

  function submit(): void {
    const mass = parseMass(form.weight, format.unit);
    const price = form.price.trim() === '' ? undefined : parseMoney(form.price, currency);
    const strength = parsePercent(form.strength);
    const fat = parsePercent(form.fat);
    faults = {
      ...(form.name.trim() === '' ? { name: 'say what it is' } : {}),
      ...(!mass.ok
        ? { weight: MASS_FAULTS[mass.fault] }
        : mass.grams === 0
          ? { weight: 'nothing is not a weight' }
          : {}),
      ...(price && !price.ok ? { price: 'an amount such as 12.50' } : {}),
      ...(form.what === 'cure' &&
      (strength === undefined || strength < CURE_STRENGTH.min || strength > CURE_STRENGTH.max)
        ? { strength: 'per cent of nitrite as the label says, 0.2 to 10: it is never guessed' }
        : {}),
      ...((form.what === 'fat' || form.what === 'meat') &&
      form.fat.trim() !== '' &&
      (fat === undefined || fat < 0 || fat > 1)
        ? { fat: 'a share from 0 to 100' }
        : {})
    };
    if (Object.keys(faults).length > 0 || !mass.ok) return;
    const allergens = form.allergens
      .split(',')
      .map((a) => a.trim())
      .filter(Boolean);
    station.book(
      [
        {
          kind: 'buy',
          pool: freshId(),
          what: form.what,
          name: form.name.trim(),
          reading: { grams: mass.grams, how: 'typed' },
          ...(price?.ok ? { price: price.amount, currency } : {}),
          ...(form.what === 'fat' || form.what === 'meat' ? { fat: fat ?? boughtFat(form.what) } : {}),
          ...(form.what === 'cure' && strength !== undefined ? { strength } : {}),
          ...(form.supplier.trim() ? { supplier: form.supplier.trim() } : {}),
          ...(form.supplierLot.trim() ? { supplierLot: form.supplierLot.trim() } : {}),
          ...(allergens.length > 0 ? { allergens } : {})
        }
      ],
      () => {
        form = { ...blank, what: form.what };
        bought();
      }
    );
  }
</script>

<Fold title="The shelf: fat, salt, cure, seasonings, casings ({shelf.length})" bind:open>
  <div class="two">
    <table>
      <thead><tr><th>Bought</th><th class="num">left</th><th>lot</th></tr></thead>
      <tbody>
        {#each shelf as lot (lot.id)}
          <tr
            ><td
              >{lot.name}
              <small
                >{WHAT[lot.what as What] ?? lot.what}{#if lot.fat !== undefined}, {(lot.fat * 100).toFixed(0)} %
                  fat{/if}{#if lot.strength !== undefined},
                  {(lot.strength * 100).toFixed(2)} % nitrite{/if}{#if lot.allergens.length > 0}, contains {lot.allergens.join(
                    ', '
                  )}{/if}{#if lot.held}, <span class="rust">held</span>{/if}</small
              ></td
            ><td class="num mono">{lot.left < 100 ? `${lot.left} g` : format.mass(lot.left)}</td><td
              >{format.day(lot.boughtAt)}<small>{lot.supplierLot ?? ''}</small></td
            ></tr
          >
        {:else}<tr><td colspan="3" class="soft">Nothing is on it yet.</td></tr>{/each}
      </tbody>
    </table>
    <form
      novalidate
      onsubmit={(e) => {
        e.preventDefault();
        submit();
      }}
    >
      <div class="pair">
        <Field
          label="What"
          bind:value={form.what}
          items={Object.entries(WHAT).map(([value, name]) => ({ value, name }))}
        />
        <Field
          label="Name"
          bind:value={form.name}
          fault={faults.name ?? ''}
          {known}
          limits={{ maxlength: 60 }}
        />
        <Field
          label="Weight"
          bind:value={form.weight}
          inputmode="decimal"
          unit={format.unit}
          fault={faults.weight ?? ''}
        />
        <Field
          label="Paid for all of it"
          bind:value={form.price}
          inputmode="decimal"
          unit={currency}
          fault={faults.price ?? ''}
        />
        {#if form.what === 'cure'}<Field
            label="Nitrite in it"
            hint="as its label says"
            bind:value={form.strength}
            inputmode="decimal"
            unit="%"
            fault={faults.strength ?? ''}
          />{/if}
        {#if form.what === 'fat' || form.what === 'meat'}<Field
            label="Fat in it"
            bind:value={form.fat}
            inputmode="decimal"
            unit="%"
            placeholder={(boughtFat(form.what) * 100).toFixed(0)}
            fault={faults.fat ?? ''}
          />{/if}
        <Field label="From whom" bind:value={form.supplier} limits={{ maxlength: 60 }} />
        <Field label="Their lot number" bind:value={form.supplierLot} limits={{ maxlength: 60 }} />
        <Field
          label="Allergens in it"
          hint="by commas"
          bind:value={form.allergens}
          limits={{ maxlength: 200 }}
        />
      </div>
      {#if form.what === 'cure'}<p class="soft small">
          Cure salt is poisonous in excess: locked, labelled, weighed to a tenth of a gram. Its strength is on
          the label and differs ten-fold between kinds.
        </p>{/if}
      <button class="press press-main" type="submit">Put it on the shelf</button>
    </form>
  </div>
</Fold>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
    gap: 40px;
    padding: 8px 0 16px;
    align-items: start;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    text-align: left;
    color: var(--soft);
    font-weight: 600;
    font-size: 0.88rem;
  }
  td {
    padding: 7px 10px 7px 0;
    border-top: 1px solid var(--line);
    vertical-align: top;
    line-height: 1.25;
  }
  .num {
    text-align: right;
    white-space: nowrap;
  }
  td small {
    display: block;
    color: var(--soft);
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 0.85rem;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.8rem 0.9rem;
    align-items: start;
  }
  @media (max-width: 62.5em) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
