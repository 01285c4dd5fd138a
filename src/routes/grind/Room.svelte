<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import { CURE_LIMITS, MINCE, type CureRule } from '$core/reference';
  import type { Machine } from '$core/grind';
  import { massFigure, parseMass } from '$core/units';
  import { sendJson } from '$lib/device/send';
  import { MASS_FAULTS } from '$lib/words/mass-faults';
  import { Field, Tick } from '$lib/ui/fields';
  import Fold from '$lib/ui/Fold.svelte';
  import type { Formatter } from '$lib/words/formatter';

  /** What the machines hold, and the rules that are kept to here. */
  interface Props {
    machines: Machine;
    sells: boolean;
    cureRule: CureRule;
    /** Households of the larder, and those of them that keep their meat to themselves. */
    households: readonly string[];
    alone: readonly string[];
    format: Formatter;
  }
  let { machines, sells, cureRule, households, alone, format }: Props = $props();
  const shown = (grams: number) => massFigure(grams, { unit: format.unit, decimals: 1 });
  let open = $state(false);
  // svelte-ignore state_referenced_locally
  let mixer = $state(shown(machines.mixer));
  // svelte-ignore state_referenced_locally
  let hopper = $state(shown(machines.hopper));
  // svelte-ignore state_referenced_locally
  let sold = $state(sells);
  // svelte-ignore state_referenced_locally
  let rule = $state<CureRule>(cureRule);
  // svelte-ignore state_referenced_locally
  let apart = $state<readonly string[]>(alone);
  const known = $derived([...new Set([...households, ...apart])]);
  let faults = $state<{ mixer?: string; hopper?: string }>({});
  let said = $state('');

  async function keep(): Promise<void> {
    said = '';
    const [m, h] = [mixer, hopper].map((text) => parseMass(text, format.unit));
    faults = {
      ...(m && !m.ok ? { mixer: MASS_FAULTS[m.fault] } : {}),
      ...(h && !h.ok ? { hopper: MASS_FAULTS[h.fault] } : {})
    };
    if (!m?.ok || !h?.ok) return;
    const sent = await sendJson('/api/v1/machines', 'PUT', {
      machines: {
        // What nobody touched stays to the gram, however it was rounded on screen.
        mixer: mixer === shown(machines.mixer) ? machines.mixer : m.grams,
        hopper: hopper === shown(machines.hopper) ? machines.hopper : h.grams
      },
      sells: sold,
      cureRule: rule,
      alone: apart
    });
    said = sent.ok ? 'Kept.' : sent.text;
    if (sent.ok) await refresh('larder:stock');
  }
</script>

<Fold title="This room: mixer, hopper, rules" bind:open>
  <form
    novalidate
    onsubmit={(e) => {
      e.preventDefault();
      void keep();
    }}
  >
    <div class="pair">
      <Field
        label="The mixer takes"
        bind:value={mixer}
        inputmode="decimal"
        unit={format.unit}
        fault={faults.mixer ?? ''}
      />
      <Field
        label="The hopper takes"
        bind:value={hopper}
        inputmode="decimal"
        unit={format.unit}
        fault={faults.hopper ?? ''}
      />
      <Field
        label="Limit of nitrite"
        bind:value={rule}
        items={Object.entries(CURE_LIMITS).map(([value, { mgPerKg, source }]) => ({
          value,
          name: `${mgPerKg} ppm: ${source}`
        }))}
      />
    </div>
    <Tick bind:checked={sold}
      >meat is sold or handed out here: mince at most {format.degrees(MINCE.sold, 0)}, not {format.degrees(
        MINCE.home,
        0
      )}</Tick
    >
    {#if known.length > 0}<fieldset>
        <legend>Keeps its meat to itself: joined with no other’s</legend>
        {#each known as house (house)}<Tick
            bind:checked={
              () => apart.includes(house),
              (on) => (apart = on ? [...apart, house] : apart.filter((h) => h !== house))
            }>{house}</Tick
          >{/each}
      </fieldset>{/if}
    <p class="row">
      <button class="press" type="submit">Keep it</button>
      {#if said}<span role="status">{said}</span>{/if}
    </p>
  </form>
</Fold>

<style>
  .row {
    display: flex;
    gap: 14px;
    align-items: center;
  }
</style>
