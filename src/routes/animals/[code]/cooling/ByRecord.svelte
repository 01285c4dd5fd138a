<script lang="ts">
  import type { CoolOutcome, HangingWindow } from '$core/chill';
  import { spanWords } from '$lib/words/time';
  import type { Formatter } from '$lib/words/format';
  import Word from '$lib/ui/Word.svelte';
  import { closingWords, sourWords, stateWords } from '$lib/words/window';

  interface Props {
    outcome: CoolOutcome;
    core: { core: number; surface: number; hide: boolean };
    window: HangingWindow;
    now: number;
    format: Formatter;
  }
  let { outcome, core, window, now, format }: Props = $props();

  const { soFar, inAll } = $derived(outcome);
  const sour = $derived(sourWords(soFar.boneSour, inAll.boneSour));
  /** What is ahead is said where it would add something. */
  const more = (all: number, now: number) => all - now > 0.2;
</script>

<section class="facts">
  <h2>By the record</h2>
  <dl>
    <div>
      <dt><Word of="core">core</Word> now</dt>
      <dd><b>{format.degrees(core.core)} °C</b></dd>
    </div>
    <div>
      <dt>{core.hide ? 'skin, under the hide' : 'surface now'}</dt>
      <dd>{format.degrees(core.surface)} °C</dd>
    </div>
    <div>
      <dt>ham above 20 °C so far</dt>
      <dd>
        {spanWords(soFar.hoursWarm)}{#if more(inAll.hoursWarm, soFar.hoursWarm)}<span class="modelled"
            >, {spanWords(inAll.hoursWarm)} by the forecast</span
          >{/if}
      </dd>
    </div>
    <div>
      <dt>above 10 °C so far</dt>
      <dd>
        {Math.round(soFar.degreeHours)} °C·h{#if more(inAll.degreeHours, soFar.degreeHours)}<span
            class="modelled">, {Math.round(inAll.degreeHours)} by the forecast</span
          >{/if}
      </dd>
    </div>
  </dl>
  <p class="sour is-{soFar.boneSour === 'quiet' ? inAll.boneSour : soFar.boneSour}" data-testid="sour">
    {sour ? `${sour.charAt(0).toUpperCase()}${sour.slice(1)}` : 'Bone sour: quiet'}{' '}<span class="soft"
      >(watch at 16 h or 450 °C·h, act at 30 h or 800)</span
    >
  </p>
  <h2>On the hook</h2>
  <p><strong>{stateWords(window, format, now)}</strong></p>
  <p class="soft">{closingWords(window)}</p>
  <dl>
    <div>
      <dt><Word of="ageing">ageing</Word></dt>
      <dd>{window.ageing.toFixed(2)} of {window.goal}</dd>
    </div>
    <div>
      <dt><Word of="growth">growth on the skin</Word></dt>
      <dd>{window.spoilage.toFixed(1)} of 4 log</dd>
    </div>
    <div>
      <dt><Word of="degreeDays">degree-days</Word></dt>
      <dd>{Math.round(window.degreeDays)} °C·d</dd>
    </div>
    <div>
      <dt>dried away, about</dt>
      <dd class="modelled">{format.mass(window.loss)}</dd>
    </div>
    {#if window.rind > 0}<div>
        <dt><Word of="rind">dried crust</Word>, about</dt>
        <dd class="modelled">{window.rind.toFixed(1)} mm</dd>
      </div>{/if}
  </dl>
  {#if window.warmGrowth > 1}<p class="sour is-act">
      Warm growers on the surface: {window.warmGrowth.toFixed(1)} log by the record. It was warm too long.
    </p>{/if}
  {#if window.coldShortened}<p class="small soft">
      Below 10 °C within ten hours of death: it may have shortened in the cold.
    </p>{/if}
</section>

<style>
  h2 {
    font-size: 1.08rem;
    margin-bottom: 6px;
  }
  dl div {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    padding: 3px 0;
  }

  dt {
    color: var(--soft);
  }

  .facts h2:not(:first-child) {
    margin-top: 14px;
  }

  .sour {
    font-weight: 600;
    margin-top: 4px;
  }

  .sour .soft {
    font-weight: 400;
    font-size: 0.9rem;
  }

  .sour.is-watch {
    color: var(--brass);
  }

  .sour.is-act {
    color: var(--rust);
  }
</style>
