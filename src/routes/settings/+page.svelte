<script lang="ts">
  import { honestForm } from '$lib/ui/honest';
  import { PRICE_USES, TRIM_STANDARDS, TRIM_TUBS, TUBS, VOCABULARIES } from '$core/reference';
  import { PRICE_NAMES } from '$core/worth';
  import { Field, Tick } from '$lib/ui/fields';

  import { formatter } from '$lib/words/formatter';
  import type { Limit } from '$lib/forms/limits';
  import Backups from './Backups.svelte';

  let { data } = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, constraints, message, enhance, submitting } = honestForm(data.form, {
    invalidateAll: 'force',
    scrollToError: 'smooth'
  });

  const format = $derived(formatter(data.larder));
  const VOCABULARY_WORDS: Record<(typeof VOCABULARIES)[number], string> = {
    plain: 'plain: inside leg, front ball',
    estate: 'estate: topside, thick flank',
    retail: 'counter: top round, sirloin tip'
  };
  const months = [
    'January',
    'February',
    'March',
    'April',
    'May',
    'June',
    'July',
    'August',
    'September',
    'October',
    'November',
    'December'
  ].map((name, i) => ({ value: String(i + 1), name }));
  const typedCurrency = $derived($form.currency.trim().toUpperCase());
  const money = $derived({ inputmode: 'decimal', unit: typedCurrency });
  /** As the form came: what nobody has typed anew is in the currency that stands, until the rate turns it. */
  const came = $derived(JSON.parse($form.seen || '{}') as Record<string, string>);
  const sum = (key: Key) => ({
    inputmode: 'decimal',
    unit: $form[key] === came[key] ? data.larder.currency : typedCurrency
  });
  const TRIM_ITEMS = ([1, 2, 3] as const).map((key) => ({
    value: String(key),
    name: `${TRIM_STANDARDS[key].name.toLowerCase()}, ${(TRIM_STANDARDS[key].loss * 100).toFixed(0)} %`
  }));
  type Key = keyof typeof $form;
</script>

<svelte:head><title>Settings · {data.larder.larderName}</title></svelte:head>

{#snippet text(key: Key, label: string, extra: Record<string, unknown> = {})}
  <Field
    id={key}
    name={key}
    {label}
    limits={$constraints[key] as Limit}
    bind:value={$form[key] as string}
    fault={$errors[key] as string[] | undefined}
    {...extra}
  />
{/snippet}

<h1>Settings</h1>
<p class="soft">One set for all who work in this larder.</p>
<form method="POST" action="?/save" use:enhance novalidate>
  <input type="hidden" name="seen" value={$form.seen} />
  <div class="three">
    <section>
      <h2>The larder</h2>
      {@render text('larderName', 'Name')}
      {@render text('atBench', 'Who is at the bench, unless a device says')}
      {@render text('households', 'Households, one a line', { rows: 4 })}
      <div class="pair">
        {@render text('seasonMonth', 'Season begins', { items: months })}
        {@render text('seasonDay', 'on day', { inputmode: 'numeric' })}
      </div>
      {@render text('timeZone', 'Time zone')}
      {@render text('address', 'Address for other devices, in tags and calendars', {
        inputmode: 'url',
        placeholder: 'http://192.168.1.20:4620'
      })}
      <h2 class="gap">Safe keeping</h2>
      {@render text('backupsKept', 'Backups kept, one a night; 0 makes none', { inputmode: 'numeric' })}
    </section>
    <section>
      <h2>The bench</h2>
      <div class="pair">
        {@render text('units', 'Weights in', {
          items: [
            { value: 'kg', name: 'kilograms' },
            { value: 'lb', name: 'pounds' }
          ]
        })}
        {@render text('degrees', 'Temperatures in', {
          items: [
            { value: 'C', name: '°C' },
            { value: 'F', name: '°F' }
          ]
        })}
      </div>
      {@render text('vocabulary', 'Names of cuts', {
        items: VOCABULARIES.map((value) => ({ value, name: VOCABULARY_WORDS[value] }))
      })}
      {@render text('silverTo', 'Silver goes to', {
        items: [
          { value: 'discard', name: 'discard' },
          { value: 'stock', name: 'the stock tub' }
        ]
      })}
      <p class="trims soft">Trimmed, by tub</p>
      <div class="pair">
        {#each TRIM_TUBS as tub (tub)}{@render text(`trim_${tub}` as Key, TUBS[tub].name, {
            items: TRIM_ITEMS
          })}{/each}
      </div>
      <Tick name="letterKeys" bind:checked={$form.letterKeys}>letter keys at the bench</Tick>
      {@render text('weighs', 'Weights come in', {
        items: [
          { value: '', name: 'not said yet' },
          { value: 'cable', name: 'from a scale on a cable' },
          { value: 'typed', name: 'typed by hand' },
          { value: 'paper', name: 'on paper first' }
        ]
      })}
      <Tick name="standIns" bind:checked={$form.standIns}
        >a simulated scale, logger and weather, to try things out; what they say is marked simulated for ever</Tick
      >
      {@render text('edgeMinutes', 'Minutes between sharpenings', { inputmode: 'numeric', unit: 'min' })}
      <h2 class="gap">The table</h2>
      <div class="pair">
        {@render text('people', 'People', { inputmode: 'numeric' })}
        {@render text('portion', 'Raw meat each', {
          inputmode: 'decimal',
          unit: data.larder.units === 'kg' ? 'g' : 'oz'
        })}
      </div>
    </section>
    <section id="prices">
      <h2>Price book, a {format.unitWord} in a shop</h2>
      <div class="pair">
        {@render text('currency', 'Currency', { maxlength: 3 })}
        {#if typedCurrency !== data.larder.currency}{@render text(
            'rate',
            `One ${data.larder.currency} is`,
            money
          )}{/if}
      </div>
      {#if typedCurrency !== data.larder.currency}<p class="soft">
          What you have not typed anew is turned by this rate; 1 keeps the figures. Bills that are booked keep
          their currency.
        </p>{/if}
      <div class="prices">
        {#each PRICE_USES as use (use)}{@render text(
            `price_${use}` as Key,
            PRICE_NAMES[use],
            sum(`price_${use}` as Key)
          )}{/each}
      </div>
      <h2 class="gap">What it costs</h2>
      <div class="pair">
        {@render text('cost_perSeason', 'A season: licence, gear', sum('cost_perSeason'))}
        {@render text('sharedBy', 'Shared by', {
          items: [
            { value: 'kilo', name: `each ${format.unitWord}` },
            { value: 'animal', name: 'each animal or lot' },
            { value: 'day', name: 'each day out' }
          ]
        })}
        {@render text('cost_perAnimal', 'An animal or a lot', sum('cost_perAnimal'))}
        {@render text('cost_perKg', `A ${format.unitWord} boneless`, sum('cost_perKg'))}
      </div>
    </section>
  </div>
  <div class="save">
    <button class="press press-main" type="submit" disabled={$submitting}>Keep these settings</button>
    {#if $message}<p role="status">{$message}</p>{/if}
  </div>
</form>
<section class="doors">
  <h2>Who may come in</h2>
  <p class="soft">Names, passwords and what each may do, where other devices reach this larder.</p>
  <a class="press" href="/people">Names</a>
</section>
<Backups backups={data.backups} {format} />
<form method="POST" action="?/theme" class="theme" data-sveltekit-reload>
  <h2>Light</h2>
  <p class="soft">For this browser only.</p>
  <div class="choices">
    <button class="press" name="theme" value="light">Day</button>
    <button class="press" name="theme" value="dark">Dark</button>
    <button class="press" name="theme" value="auto">As the device</button>
  </div>
</form>

<style>
  h1 {
    font-size: 1.55rem;
  }
  h2 {
    font-size: 1.05rem;
    color: var(--soft);
  }
  .gap {
    margin-top: 0.7rem;
  }
  .three {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 44px;
    margin-top: 16px;
  }
  section {
    display: flex;
    flex-direction: column;
    gap: 0.8rem;
  }
  .pair,
  .prices {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.8rem;
    align-items: start;
  }
  .save {
    display: flex;
    align-items: center;
    gap: 16px;
    margin-top: 20px;
    padding-top: 16px;
    border-top: 1px solid var(--line);
  }
  .save .press {
    min-height: 56px;
  }
  .save p {
    font-weight: 600;
    color: var(--spruce-text);
  }
  .doors {
    display: block;
    border-top: 1px solid var(--line);
    margin-top: 26px;
    padding-top: 18px;
  }
  .doors .press {
    display: inline-flex;
    margin-top: 14px;
  }
  .theme {
    margin-top: 22px;
  }
  .choices {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 8px;
  }
  @media (max-width: 62.5em) {
    .three {
      grid-template-columns: minmax(0, 1fr);
      gap: 26px;
    }
  }
</style>
