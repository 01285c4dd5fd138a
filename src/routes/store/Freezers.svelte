<script lang="ts">
  import { drawnPerKg, type FreezerRoom } from '$core/store';
  import { HOUR, perUnit } from '$core/units';
  import { POWER_CUT } from '$core/reference';
  import type { Formatter } from '$lib/words/formatter';

  /** Freezers as chests of shelves: how full, of what, and what tonight's load does to it. */
  interface Props {
    freezers: readonly FreezerRoom[];
    elsewhere: readonly { key: string; name: string; count: number; grams: number }[];
    /** The place whose packs are listed. */
    place: string | undefined;
    format: Formatter;
  }
  let { freezers, elsewhere, place, format }: Props = $props();
  /** What it draws for each kilogram or pound that lies in it, by the month. */
  const drawn = (f: FreezerRoom) => {
    const kg = drawnPerKg(f);
    return kg === undefined ? '' : `: ${perUnit(kg, format.unit).toFixed(1)} kWh a ${format.unit} a month`;
  };
  const packs = (n: number) => `${n} ${n === 1 ? 'pack' : 'packs'}`;
</script>

{#each freezers as f (f.key)}
  <div class="freezer" class:full={f.grams > f.holds * 0.95}>
    <div class="lid">
      <strong>{f.name}</strong>
      <span>{format.degrees(f.set, 0)}{f.said ? ` · ${f.litres} l` : ''}</span>
    </div>
    {#each f.shelves as s (s.key)}
      {#if f.shelves.length === 1 || s.count > 0 || s.key !== f.key}
        <a class="shelf" class:on={place === `at:${s.key}`} href="/store?in=at:{s.key}">
          <span class="name">{f.shelves.length === 1 ? packs(s.count) : s.name || 'not on a shelf'}</span>
          <span class="mono">{format.mass(s.grams, 1)}</span>
          <span class="fill"
            >{#each s.by as part (part.class)}<i
                class="tub tub-{part.class}"
                style:width="{(part.grams /
                  Math.max(1, f.holds / Math.max(1, f.shelves.length > 1 ? f.shelves.length - 1 : 1))) *
                  100}%"
              ></i>{/each}</span
          >
        </a>
      {/if}
    {/each}
    <p class="under">
      {#if f.grams > f.holds * 0.95}<strong class="rust"
          >full: {format.mass(f.grams, 1)} of about {format.mass(f.holds, 1)}</strong
        >{:else}{format.mass(f.grams, 1)} of about
        <span class="modelled">{format.mass(f.holds, 1)}</span>{/if}
      · freezes {format.mass(f.perDay, 1)} a day
    </p>
    {#if f.tonight > 0}<p class="under" class:rust={f.warms.much}>
        {format.mass(f.tonight, 1)} went in today{#if f.warms.much}: what is frozen there may warm by {format.degreesWide(
            f.warms.kelvin,
            0
          )}. Take out what can wait in the fridge.{:else}, within what it freezes.{/if}
      </p>{/if}
    <p class="under soft">Without power, shut: about <span class="modelled">{f.withoutPower} h</span>.</p>
    {#if f.power}<p class="under soft">
        Draws {f.power} kWh a day{drawn(f)}.
      </p>{/if}
  </div>
{/each}
{#each elsewhere as e (e.key)}
  <a class="loose" class:on={place === e.key} href="/store?in={encodeURIComponent(e.key)}"
    ><span>{e.name}</span><span class="soft">{packs(e.count)}</span><strong class="mono"
      >{format.mass(e.grams, 1)}</strong
    ></a
  >
{/each}
{#if freezers.length > 0}
  <details>
    <summary>The power is gone: what first</summary>
    <ol>
      <li>Shut, and leave it shut; a blanket over it, not over its grille.</li>
      <li>Note the hour. The figure at each freezer says how long it holds, by how full it is.</li>
      <li>Before that: move the thin packs, mince and offal to one that runs, or into boxes with ice.</li>
      <li>
        What is still hard with ice in it may freeze again. What is soft is cooked now, if it is above {format.degrees(
          POWER_CUT.celsius,
          0
        )} for less than {POWER_CUT.ms / HOUR} hours; after that it goes. Smell and slime outrank any figure.
      </li>
    </ol>
  </details>
{/if}

<style>
  .freezer {
    margin-bottom: 14px;
    border: 2px solid var(--ink);
    border-radius: 5px;
    background: color-mix(in oklab, var(--ice) 9%, var(--card));
    overflow: hidden;
  }
  .full {
    border-color: var(--rust);
  }
  .lid {
    display: flex;
    justify-content: space-between;
    padding: 8px 12px;
    background: color-mix(in oklab, var(--ice) 26%, var(--card));
    border-bottom: 2px solid var(--ink);
  }
  .shelf,
  .loose {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 2px 10px;
    padding: 8px 12px;
    text-decoration: none;
    border-bottom: 1px solid var(--line);
    min-height: 48px;
  }
  .shelf:hover .name,
  .loose:hover span:first-child {
    text-decoration: underline;
  }
  .on {
    background: var(--next);
    box-shadow: inset 4px 0 0 var(--spruce);
  }
  .fill {
    grid-column: 1 / -1;
    display: flex;
    height: 12px;
    border: 1px solid var(--edge);
    overflow: hidden;
    background: var(--card);
  }
  .fill i {
    height: 100%;
  }
  .under {
    padding: 4px 12px;
    font-size: 0.88rem;
    line-height: 1.3;
  }
  .under:last-child {
    padding-bottom: 9px;
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
  .loose {
    grid-template-columns: minmax(0, 1fr) auto auto;
    align-items: center;
    border: 1px solid var(--line);
    border-radius: 4px;
    margin-bottom: 6px;
  }
  summary {
    min-height: 44px;
    display: flex;
    align-items: center;
    color: var(--spruce-text);
    font-weight: 600;
    cursor: pointer;
  }
  ol {
    list-style: decimal;
    padding: 0 0 10px 1.2rem;
    font-size: 0.93rem;
  }
</style>
