<script lang="ts">
  import { awayIn, type Kept, type KeptUse } from '$core/plan';
  import { PLAN_USE_NAMES, TUBS } from '$core/reference';
  import type { Formatter } from '$lib/words/formatter';

  /** What the plan in force promised, against what came off so far; and what plans before it kept. */
  interface Props {
    kept: Kept | undefined;
    before: { plans: number; uses: readonly KeptUse[] };
    format: Formatter;
  }
  let { kept, before, format }: Props = $props();
  const mass = (grams: number) => format.mass(Math.round(grams));
  const rows = $derived((kept?.uses ?? []).filter((u) => u.promised >= 1));
  /** Uses of which too little was ever planned say nothing. Own choice, raw g. */
  const known = $derived(before.uses.filter((u) => u.promised >= 300));
  const away = $derived(awayIn(before.uses));
  const most = $derived(Math.max(1, ...rows.map((u) => Math.max(u.promised, u.got))));
</script>

{#if kept && kept.off > 0}
  <h2>Promised, and came off</h2>
  <p class="soft">{kept.off} of {kept.planned} muscles are off; raw and boneless, of those alone.</p>
  <ul data-testid="came-off">
    {#each rows as one (one.use)}
      <li>
        <span class="name">{PLAN_USE_NAMES[one.use]}</span>
        <span class="bars" aria-hidden="true"
          ><i class="asked" style:width="{(one.promised / most) * 100}%"></i><i
            class="got"
            style:width="{(one.got / most) * 100}%"
          ></i></span
        >
        <span class="mono">{mass(one.got)} <small class="soft">of {mass(one.promised)}</small></span>
      </li>
    {/each}
  </ul>
  {#each kept.elsewhere.slice(0, 4) as one (one.muscle)}
    <p class="soft">
      {format.cut(one.cut)}: {mass(one.grams)} went to {TUBS[one.tub].name.toLowerCase()}, not to {TUBS[
        one.planned
      ].name.toLowerCase()}.
    </p>
  {/each}
{/if}
{#if known.length > 0}
  <p class="soft before" data-testid="kept-before">
    {before.plans === 1 ? 'The plan' : `${before.plans} plans`} before kept, of what they promised:
    {known.map((u) => `${PLAN_USE_NAMES[u.use]} ${Math.round((100 * u.got) / u.promised)} %`).join(', ')}.
    {#if away > 0}{mass(away)} went into other tubs than was planned; the ranges reckon with that.{/if}
  </p>
{/if}

<style>
  h2 {
    margin-top: 18px;
  }
  li {
    display: grid;
    grid-template-columns: 5.5em minmax(0, 1fr) auto;
    gap: 10px;
    align-items: center;
    min-height: 40px;
    border-bottom: 1px solid var(--line);
  }
  .before {
    margin-top: 10px;
  }
  .bars {
    display: grid;
    gap: 3px;
  }
  i {
    display: block;
    height: 7px;
    min-width: 1px;
  }
  .asked {
    border: 1.5px dashed var(--edge);
  }
  .got {
    background: var(--spruce);
  }
</style>
