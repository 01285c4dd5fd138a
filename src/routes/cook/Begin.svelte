<script lang="ts">
  import { MOST_SEASONING, seasoning } from '$core/dry';
  import { GRAINS, GRAIN_NAMES, type ClassKey, type Grain } from '$core/reference';
  import { grams, parseFigure, sumGrams, under, type Grams } from '$core/units';
  import { freshId } from '$lib/device/ids';
  import type { Station } from '$lib/station/station.svelte';
  import { Field, Tick } from '$lib/ui/fields';
  import Letter from '$lib/ui/Letter.svelte';
  import type { Formatter } from '$lib/words/formatter';
  import { said } from '$lib/words/said';
  import { SAYS, TAKES, WHAT, type What } from './what';

  /** Something new is begun of what lies on the table. */
  interface Props {
    ready: readonly {
      id: string;
      of: { animal: string } | { pool: string };
      class: ClassKey;
      grams: Grams;
      code?: string | undefined;
      owner: string;
      held?: string | undefined;
      boar: boolean;
      name: string;
    }[];
    /** Salt and seasonings on the shelf, the oldest first. */
    spices: readonly { id: string; name: string; left: Grams; allergens: readonly string[] }[];
    /** Households whose meat is joined with no other’s. */
    alone: readonly string[];
    station: Station;
    format: Formatter;
    /** It is in the book, under this id. */
    begun: (pool: string) => void;
  }
  let { ready, spices, alone, station, format, begun }: Props = $props();
  let what = $state<What>('jerky');
  let picked = $state<string[]>([]);
  let name = $state('');
  let consent = $state('');
  let mm = $state('');
  let grain = $state<Grain>('with');
  let slabFault = $state('');
  /** Parts in a thousand, by the lot, as typed. */
  let perKg = $state<Record<string, string>>({});
  const offered = $derived(
    ready.filter((r) => TAKES[what].includes(r.class) && !r.held && !(what === 'jerky' && r.boar))
  );
  const inputs = $derived(offered.filter((r) => picked.includes(r.id)));
  const raw = $derived(sumGrams(inputs.map((r) => r.grams)));
  const seasoned = $derived(
    spices.map((lot) => {
      const text = (under(perKg, lot.id) ?? '').trim();
      const { grams: need, fault } = seasoning(text === '' ? 0 : parseFigure(text), raw, lot.left);
      return {
        lot,
        need,
        fault:
          fault === 'rate'
            ? `from 0 to ${MOST_SEASONING} ‰`
            : fault
              ? `only ${lot.left} g are left of it`
              : ''
      };
    })
  );
  const owners = $derived([...new Set(inputs.map((r) => r.owner))]);
  const refuses = $derived(owners.length > 1 ? owners.filter((o) => alone.includes(o)) : []);

  /** Dishes and jerky are seasoned; stock and fat are not. */
  const spiced = $derived(what === 'jerky' || what === 'cooked' ? seasoned : []);
  function begin(): void {
    if (inputs.length === 0 || station.waiting > 0) return;
    const thick = what === 'jerky' && mm.trim() !== '' ? parseFigure(mm) : undefined;
    if (what === 'jerky' && mm.trim() !== '' && (thick === undefined || thick < 1 || thick > 60)) {
      slabFault = 'a thickness from 1 to 60 mm';
      return;
    }
    slabFault = '';
    if (spiced.some((s) => s.fault)) return;
    const pool = freshId();
    station.book(
      [
        {
          kind: 'batch',
          pool,
          what,
          ...(name.trim() ? { name: name.trim() } : {}),
          ...(thick === undefined ? {} : { slab: { mm: Math.round(thick * 10) / 10, grain } }),
          inputs: [
            ...inputs.map((r) => ({
              item: r.id,
              of: 'animal' in r.of ? r.of.animal : r.of.pool
            })),
            ...spiced
              .filter((s) => s.need > 0)
              .map(({ lot, need }) => ({
                item: lot.id,
                of: lot.id,
                reading: { grams: grams(need), how: 'estimated' as const }
              }))
          ],
          ...(owners.length > 1 ? { consent: consent.trim() } : {})
        }
      ],
      () => {
        picked = [];
        name = '';
        begun(pool);
      }
    );
  }
</script>

<form
  novalidate
  onsubmit={(e) => {
    e.preventDefault();
    begin();
  }}
>
  <Field
    label="What"
    bind:value={what}
    items={Object.entries(WHAT).map(([value, n]) => ({ value, name: n }))}
  />
  <p class="says">{said(SAYS[what], format)}</p>
  <ul class="picks">
    {#each offered as r (r.id)}
      <li>
        <Tick
          bind:checked={
            () => picked.includes(r.id),
            (on) => (picked = on ? [...picked, r.id] : picked.filter((p) => p !== r.id))
          }
          ><Letter of={r.class} />
          {r.name}
          <small class="soft mono">{r.code ?? ''}</small></Tick
        ><strong class="mono">{format.mass(r.grams)}</strong>
      </li>
    {:else}<li class="soft">Nothing for it lies on the table.</li>{/each}
  </ul>
  {#if what === 'jerky'}<div class="pair">
      <Field
        label="Slabs, thick"
        bind:value={mm}
        inputmode="decimal"
        unit="mm"
        placeholder="5"
        fault={slabFault}
      />
      <Field
        label="Cut"
        bind:value={grain}
        items={GRAINS.map((value) => ({ value, name: GRAIN_NAMES[value] }))}
      />
    </div>{/if}
  {#if spiced.length > 0}
    <details>
      <summary>Salt and seasoning, parts in a thousand</summary>
      <ul class="spices">
        {#each spiced as s (s.lot.id)}<li>
            <Field
              label={s.lot.allergens.length > 0
                ? `${s.lot.name} (${s.lot.allergens.join(', ')})`
                : s.lot.name}
              value={under(perKg, s.lot.id) ?? ''}
              oninput={(e: Event) =>
                (perKg = { ...perKg, [s.lot.id]: (e.currentTarget as HTMLInputElement).value })}
              inputmode="decimal"
              unit="‰"
              fault={s.fault}
            />{#if s.need > 0}<strong class="mono">{s.need} g</strong>{/if}
          </li>{/each}
      </ul>
    </details>
  {/if}
  <Field label="Name" bind:value={name} placeholder={WHAT[what]} limits={{ maxlength: 60 }} />
  {#if refuses.length > 0}<p class="rust">{refuses.join(', ')}: no other’s meat is joined with theirs.</p>
  {:else if owners.length > 1}<Field
      label="Who agreed that {owners.map((o) => o || 'the house').join(' and ')} are joined"
      bind:value={consent}
      limits={{ maxlength: 200 }}
    />{/if}
  <button
    class="press press-main"
    type="submit"
    disabled={inputs.length === 0 ||
      refuses.length > 0 ||
      station.waiting > 0 ||
      (owners.length > 1 && consent.trim() === '')}>Begin it with {format.mass(raw)}</button
  >
</form>

<style>
  summary {
    display: flex;
    align-items: center;
    min-height: 44px;
    color: var(--spruce-text);
    font-weight: 600;
    cursor: pointer;
  }
  .spices li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 70px;
    align-items: end;
    gap: 8px;
  }
  .picks {
    max-height: 300px;
    overflow: auto;
  }
  .picks li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 8px;
    border-bottom: 1px solid var(--line);
  }
  .picks small {
    display: inline;
  }
  .says {
    margin: 10px 0;
    padding-left: 12px;
    border-left: 4px solid var(--brass);
    max-width: 66ch;
    font-size: 0.95rem;
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
  small {
    font-size: 0.85rem;
  }
</style>
