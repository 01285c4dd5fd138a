<script lang="ts">
  import { percentRange } from '$core/units';
  import { LOSS_NAMES, PART_NAMES, SPECIES, TUBS, type DiscardReason } from '$core/reference';
  import { scaleCheckWords } from '$lib/words/scale-check';

  let { data } = $props();
  const LOW = 0.45;
  const HIGH = 0.8;
  let width = $state(640);
  const x = (ratio: number) => Math.max(0, Math.min(width, ((ratio - LOW) / (HIGH - LOW)) * width));
  const percent = (ratio: number) => `${(ratio * 100).toFixed(1)}`;
  const ticks = [0.5, 0.6, 0.7];
  const points = (shift: number) =>
    Math.abs(shift) < 0.0005
      ? 'where it was'
      : `${Math.abs(shift * 100).toFixed(1)} points ${shift > 0 ? 'up' : 'down'}`;
</script>

<svelte:head><title>What the larder has learned · {data.larder.larderName}</title></svelte:head>

<h1>What your own animals say</h1>
<p class="lead soft">
  Boneless meat as a share of the hanging weight, of a clean adult at trim standard 1. Every closed animal
  with a weighed hanging weight counts, the shot’s loss put back. Species with few animals lean on the others
  of the house; an animal is never judged by what it has taught itself.
</p>
<p class={data.scales?.off ? 'lead off' : 'lead soft'} data-testid="scale-check">
  {scaleCheckWords(data.scales)}
</p>
<p><a class="quiet" href="/learned/cooling">What your probes say of rooms and coats</a></p>

{#if data.species.length === 0}
  <p class="soft">Nothing is closed yet. Until then the working defaults stand.</p>
{:else}
  <p class="legend small soft">
    <span class="box default" aria-hidden="true"></span> default, 8 of 10 animals
    <span class="box yours" aria-hidden="true"></span> yours
    <span class="dot" aria-hidden="true"></span> one animal
  </p>
  <div class="scale mono small soft" aria-hidden="true">
    {#each ticks as tick (tick)}<span style:left="{((tick - LOW) / (HIGH - LOW)) * 100}%"
        >{(tick * 100).toFixed(0)} %</span
      >{/each}
  </div>
  <ul>
    {#each data.species as s (s.key)}
      <li>
        <div class="who">
          <h2>{SPECIES[s.key].name}</h2>
          <p class="small soft">yours (n = {s.n}), {points(s.shift)}</p>
        </div>
        <div class="plot" bind:clientWidth={width}>
          <svg
            viewBox="0 0 {width} 46"
            role="img"
            aria-label="{SPECIES[s.key].name}: default {percent(s.before.low)} to {percent(
              s.before.high
            )} %, yours {percent(s.after.low)} to {percent(s.after.high)} %, from {s.n} animals"
          >
            {#each ticks as tick (tick)}<line x1={x(tick)} x2={x(tick)} y1="0" y2="46" class="tick" />{/each}
            <rect
              x={x(s.before.low)}
              width={x(s.before.high) - x(s.before.low)}
              y="5"
              height="15"
              rx="3"
              class="default"
            />
            <rect
              x={x(s.after.low)}
              width={x(s.after.high) - x(s.after.low)}
              y="25"
              height="15"
              rx="3"
              class="yours"
            />
            <line x1={x(s.after.mean)} x2={x(s.after.mean)} y1="23" y2="42" class="mean" />
            {#each s.own as animal (animal.code)}<circle cx={x(animal.ratio)} cy="32.5" r="4.5" class="one"
                ><title>{animal.code}: {percent(animal.ratio)} %</title></circle
              >{/each}
          </svg>
        </div>
        <p class="figures mono">
          <span class="soft">{percentRange(s.before.low, s.before.high)}</span>
          <strong>{percentRange(s.after.low, s.after.high)}</strong>
        </p>
        {#if s.parts.length > 0}
          <details>
            <summary>Its parts, as they come off</summary>
            <table>
              <thead><tr><th>part</th><th>default</th><th>yours</th><th>8 of 10</th><th>n</th></tr></thead>
              <tbody>
                {#each s.parts as part (part.key)}<tr
                    ><td>{PART_NAMES[part.key] ?? part.key}</td><td class="mono">{percent(part.before)} %</td
                    ><td class="mono"><strong>{percent(part.after)} %</strong></td><td class="mono soft"
                      >{percentRange(part.low, part.high)}</td
                    ><td class="mono soft">{part.n}</td></tr
                  >{/each}
              </tbody>
            </table>
          </details>
        {/if}
      </li>
    {/each}
  </ul>
{/if}

{#if data.told.length > 0}
  <h2 class="told">Told back from the bench</h2>
  <p class="lead soft">
    What had to be thrown away of the newest {data.looked} animals because of the work before, grams an animal.
    Each hand’s own figure; nobody is set against another.
  </p>
  <div class="wide">
    <table class="told">
      <thead
        ><tr><th>who</th><th>work</th><th>animals</th><th>of which thrown away, g an animal</th></tr></thead
      >
      <tbody>
        {#each data.told as figure (figure.work + figure.hand)}<tr>
            <td><strong>{figure.hand}</strong></td>
            <td>{figure.work}</td>
            <td class="mono">{figure.animals}</td>
            <td
              >{#each Object.entries(figure.off) as [reason, grams] (reason)}<span class="off"
                  >{LOSS_NAMES[reason as DiscardReason]} <span class="mono">{Math.round(grams)}</span></span
                >{/each}</td
            >
          </tr>{/each}
      </tbody>
    </table>
  </div>
{/if}

{#if data.trims.length > 0}
  <h2 class="told">Trimmed off</h2>
  <p class="lead soft">
    Silver, fat, glands and crust off pieces that were weighed as they came and trimmed after, of the newest {data.looked}
    animals, everybody’s. What a tub asks for is chosen in <a class="link" href="/settings">Settings</a>.
  </p>
  <div class="wide">
    <table class="told">
      <thead
        ><tr><th>tub</th><th>asked for</th><th>it takes</th><th>reckoned with here</th><th>pieces</th></tr
        ></thead
      >
      <tbody>
        {#each data.trims as t (t.tub)}<tr>
            <td><strong>{TUBS[t.tub].name}</strong></td>
            <td>{t.asked.name.toLowerCase()}: {t.asked.means}</td>
            <td class="mono">{percent(t.asked.loss)} %</td>
            <td class="mono"><strong>{percent(t.share)} %</strong></td>
            <td class="mono">{t.pieces}</td>
          </tr>{/each}
      </tbody>
    </table>
  </div>
{/if}

<style>
  h2.told {
    font-size: 1.2rem;
    margin-top: 1.8rem;
  }
  .off {
    display: inline-block;
    margin-right: 18px;
  }
  .wide {
    overflow-x: auto;
  }
  h1 {
    font-size: 1.55rem;
  }
  .off {
    padding: 0.6rem 0.8rem;
    border-left: 4px solid var(--brass);
  }
  .lead {
    max-width: 74ch;
    margin: 6px 0 14px;
  }
  ul {
    border-top: 1px solid var(--line);
  }
  li {
    display: grid;
    grid-template-columns: 15rem minmax(0, 1fr) 9.5rem;
    gap: 1.4rem;
    align-items: center;
  }
  li {
    border-bottom: 1px solid var(--line);
    padding: 3px 0;
  }
  details {
    grid-column: 1 / -1;
    padding-bottom: 6px;
  }
  summary {
    min-height: 36px;
    display: flex;
    align-items: center;
    color: var(--spruce-text);
    font-weight: 600;
    font-size: 0.92rem;
    cursor: pointer;
  }
  table {
    border-collapse: collapse;
    min-width: 540px;
  }
  th {
    text-align: left;
    font-weight: 400;
    color: var(--soft);
    font-size: 0.88rem;
  }
  td,
  th {
    padding: 4px 20px 4px 0;
    border-bottom: 1px solid var(--line);
  }
  h2 {
    font-size: 1.02rem;
  }
  svg {
    display: block;
    width: 100%;
    height: 46px;
  }
  .plot {
    min-width: 0;
    overflow: hidden;
  }
  .tick {
    stroke: var(--line);
  }
  rect.default,
  .box.default {
    fill: none;
    stroke: var(--edge);
    stroke-width: 1.5;
    stroke-dasharray: 4 3;
  }
  rect.yours {
    fill: var(--next);
    stroke: var(--spruce);
    stroke-width: 1.5;
  }
  .mean {
    stroke: var(--spruce);
    stroke-width: 2.5;
  }
  .one {
    fill: var(--ink);
    fill-opacity: 0.75;
  }
  .figures {
    display: flex;
    flex-direction: column;
    text-align: right;
    font-size: 0.92rem;
  }
  .legend {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
    margin-bottom: 10px;
  }
  .box {
    width: 26px;
    height: 13px;
    border-radius: 3px;
  }
  .box.default {
    border: 1.5px dashed var(--edge);
  }
  .box.yours {
    border: 1.5px solid var(--spruce);
    background: var(--next);
    margin-left: 10px;
  }
  .dot {
    width: 10px;
    height: 10px;
    border-radius: 50%;
    background: var(--ink);
    margin-left: 10px;
  }
  .scale {
    position: relative;
    height: 1.4rem;
    margin: 0 calc(9.5rem + 1.4rem) 0 calc(15rem + 1.4rem);
  }
  .scale span {
    position: absolute;
    transform: translateX(-50%);
    white-space: nowrap;
  }
  @media (max-width: 53.75em) {
    li {
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 0 1rem;
    }
    .plot {
      grid-column: 1 / -1;
      grid-row: 2;
    }
    .scale {
      margin: 2px 0 0;
    }
  }
</style>
