<script lang="ts">
  import { PART_NAMES } from '$core/reference';
  import type { Expectation, Expected, LeadLoss } from '$core/yield';
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    format: Formatter;
    name: string;
    usual: string;
    expectation: Expectation;
    /** Nobody has said where it was hit. */
    shotUnsaid: boolean;
    hanging?: Expected | undefined;
    hangingKnown?: boolean;
    part?: Expected | undefined;
    /** What lead asks to be given up, where it may be in the meat. */
    lead?: LeadLoss | undefined;
  }
  let {
    format,
    name,
    usual,
    expectation,
    shotUnsaid,
    hanging,
    hangingKnown = false,
    part,
    lead
  }: Props = $props();

  const boneless = $derived(
    part ??
      (hanging
        ? { low: expectation.boneless.low * hanging.mean, high: expectation.boneless.high * hanging.mean }
        : undefined)
  );
  const ratio = $derived(expectation.boneless);
  const rows = $derived(expectation.parts.filter((p) => p.key !== 'fat'));
  const widest = $derived(Math.max(...rows.map((p) => p.taken.high)));
</script>

<section class="preview" aria-live="polite">
  <h2>What to expect of a {name.toLowerCase()}</h2>
  <p class="soft small">
    {usual} · {ratio.n === undefined ? 'working defaults' : `yours (n = ${ratio.n})`},
    <span class="modelled">outlined</span> until it has been weighed
  </p>
  <div class="figures">
    <div>
      <p class="big hollow" data-testid="expected-boneless">
        {boneless ? format.range(boneless, 1) : format.percentRange(ratio.low, ratio.high)}
      </p>
      <p class="soft">
        {boneless
          ? 'boneless meat, trimmed (8 of 10 animals)'
          : 'boneless of the hanging weight (8 of 10 animals)'}
      </p>
    </div>
    {#if boneless}<div>
        <p class="big hollow">{format.percentRange(ratio.low, ratio.high)}</p>
        <p class="soft">
          of the hanging weight{#if hanging && !hangingKnown}, which should be {format.range(hanging, 1)}{/if}
        </p>
      </div>{/if}
  </div>
  {#if shotUnsaid}<p class="small soft">Nobody has said where it was hit: the range holds what is usual.</p>
  {:else if expectation.shotLoss > 0}<p class="small shot">
      The shot is expected to cost {format.percent(expectation.shotLoss, 1)} of the meat.{#if lead && lead.share > expectation.shotLoss}{' '}Where
        there may be lead and {lead.margin === 'part'
          ? 'all of the hit part goes'
          : `${lead.margin} cm round the track goes`}, about
        {format.percent(lead.share, 0)}; your local code comes first.{/if}
    </p>{/if}
  {#if expectation.conditionGuessed && expectation.condition !== 3}<p class="small soft">
      Condition {expectation.condition} guessed from the month.
    </p>{/if}
  {#if !part}
    <table>
      <thead
        ><tr
          ><th>Part, as it comes off</th><th class="draw"><span class="sr-only">Interval</span></th><th
            class="num">{hanging ? format.unit : '% of hanging'}</th
          ></tr
        ></thead
      >
      <tbody>
        {#each rows as row (row.key)}
          <tr>
            <td>{PART_NAMES[row.key]}{row.paired ? ', both sides' : ''}</td>
            <td class="draw"
              ><span
                class="box"
                style:left="{(row.taken.low / widest) * 100}%"
                style:width="{((row.taken.high - row.taken.low) / widest) * 100}%"
              ></span></td
            >
            <td class="num mono">
              {#if hanging}{format.figure(row.taken.low * hanging.mean)}–{format.figure(
                  row.taken.high * hanging.mean
                )}{:else}{(row.taken.low * 100).toFixed(1)}–{(row.taken.high * 100).toFixed(1)}{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</section>

<style>
  .preview {
    border-left: 1.5px dashed var(--line);
    padding-left: 2rem;
  }
  h2 {
    font-size: 1.2rem;
  }
  .figures {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem 2.4rem;
    margin: 1rem 0 0.6rem;
  }
  .figures > div {
    max-width: 300px;
  }
  .big {
    font-size: 1.9rem;
    font-weight: 700;
    color: var(--soft);
    line-height: 1.2;
    white-space: nowrap;
  }
  table {
    width: 100%;
    margin-top: 0.8rem;
    border-collapse: collapse;
  }
  th {
    text-align: left;
    font-weight: 600;
    color: var(--soft);
    font-size: 0.853rem;
    padding-bottom: 0.3rem;
  }
  td {
    border-top: 1px solid var(--line);
    padding: 0.42rem 0;
    white-space: nowrap;
  }
  .num {
    text-align: right;
  }
  .draw {
    position: relative;
    width: 45%;
  }
  .box {
    position: absolute;
    top: 26%;
    bottom: 26%;
    min-width: 6px;
    border: 1.5px dashed var(--edge);
    border-radius: 3px;
  }
  .shot {
    color: var(--rust);
    font-weight: 600;
  }
  @media (max-width: 53.75em) {
    .preview {
      border-left: 0;
      padding-left: 0;
    }
    .draw {
      width: 30%;
    }
  }
</style>
