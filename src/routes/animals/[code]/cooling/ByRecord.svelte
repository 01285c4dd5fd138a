<script lang="ts">
  import { BONE_SOUR } from '$core/reference';
  import { warningsOf, type CoolOutcome, type HangingWindow } from '$core/chill';
  import { spanWords } from '$lib/words/time';
  import type { Formatter } from '$lib/words/formatter';
  import Word from '$lib/ui/Word.svelte';
  import { warningsInWords } from '$lib/words/warnings';
  import { closingWords, stateWords } from '$lib/words/window';

  interface Props {
    outcome: CoolOutcome;
    core: { core: number; surface: number; hide: boolean };
    window: HangingWindow;
    kind: 'large' | 'small';
    now: number;
    format: Formatter;
  }
  let { outcome, core, window, kind, now, format }: Props = $props();

  const { soFar, inAll } = $derived(outcome);
  const warnings = $derived(warningsInWords(warningsOf(outcome, window), { outcome, window, kind, format }));
  /** What is ahead is said where it would add something. */
  const more = (all: number, now: number) => all - now > 0.2;
</script>

{#each warnings as w (`${w.key}${w.ahead}`)}
  <details class="warning is-{w.level}" data-testid="warning" data-key={w.key}>
    <summary><span class="chevron" aria-hidden="true"></span>{w.title}</summary>
    <dl>
      <dt>{w.ahead ? 'If the forecast holds' : 'By the record so far'}</dt>
      <dd>{w.seen}</dd>
      <dt>The line</dt>
      <dd>{w.line}</dd>
      <dt>What to do</dt>
      <dd><strong>{w.act}</strong></dd>
      <dt>What would silence it</dt>
      <dd>{w.hush}</dd>
    </dl>
  </details>
{/each}
{#if warnings.length === 0}<p class="soft" data-testid="quiet">
    Nothing in this record warns of anything.
  </p>{/if}

<section class="facts">
  <h2>By the record so far</h2>
  <dl class="figures">
    <div>
      <dt><Word of="core">core</Word> now</dt>
      <dd><b>{format.degrees(core.core)}</b></dd>
    </div>
    <div>
      <dt>{core.hide ? 'skin, under the hide' : 'surface now'}</dt>
      <dd>{format.degrees(core.surface)}</dd>
    </div>
    {#if kind === 'large'}<div>
        <dt>ham above {format.degrees(BONE_SOUR.hours.above, 0)} so far</dt>
        <dd>
          {spanWords(soFar.hoursWarm)}{#if more(inAll.hoursWarm, soFar.hoursWarm)}<span class="modelled"
              >, {spanWords(inAll.hoursWarm)} if the forecast holds</span
            >{/if}
        </dd>
      </div>{/if}
  </dl>
  <h2>On the hook</h2>
  <p><strong>{stateWords(window, format, now)}</strong></p>
  <p class="soft">{closingWords(window)}</p>
  <details class="all">
    <summary class="quiet">The figures</summary>
    <dl class="figures">
      <div>
        <dt><Word of="ageing">ageing</Word></dt>
        <dd>{window.ageing.toFixed(2)} of {window.goal}</dd>
      </div>
      <div>
        <dt><Word of="growth">growth on open faces</Word></dt>
        <dd>{window.spoilage.toFixed(1)} of 4 log</dd>
      </div>
      <div>
        <dt>growers of the warm</dt>
        <dd>{window.warmGrowth.toFixed(1)} of 2.5 log</dd>
      </div>
      {#if kind === 'large'}<div>
          <dt>core above {format.degrees(BONE_SOUR.degreeHours.above, 0)} so far</dt>
          <dd>
            {format.degreesWide(
              soFar.degreeHours,
              0,
              '·h'
            )}{#if more(inAll.degreeHours, soFar.degreeHours)}<span class="modelled"
                >, {format.degreeHours(inAll.degreeHours)} if the forecast holds</span
              >{/if}
          </dd>
        </div>{/if}
      <div>
        <dt>the same with the gut in</dt>
        <dd>{format.degreesWide(soFar.gutHours, 0, '·h')}</dd>
      </div>
      <div>
        <dt><Word of="degreeDays">degree-days</Word> of the air</dt>
        <dd>{format.degreesWide(window.degreeDays, 0, '·d')}</dd>
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
  </details>
</section>

<style>
  h2 {
    font-size: 1.08rem;
    margin-bottom: 6px;
  }
  .figures div {
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
  .all {
    margin-top: 6px;
  }
  .all summary {
    min-height: 44px;
    display: inline-flex;
    align-items: center;
    cursor: pointer;
  }
  .warning {
    border-left: 5px solid var(--brass);
    background: var(--card);
    padding: 2px 12px;
  }
  .warning.is-act {
    border-color: var(--rust);
  }
  .warning summary {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 44px;
    font-weight: 650;
    cursor: pointer;
  }
  .warning.is-act summary {
    color: var(--rust);
  }
  .warning dt {
    font-size: 0.9rem;
    margin-top: 4px;
  }
  .warning dl {
    padding-bottom: 10px;
  }
</style>
