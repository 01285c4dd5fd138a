<script lang="ts">
  import { HOLD_NAMES, animalsName, type HoldReason } from '$core/reference';
  import Beam from '$lib/ui/Beam.svelte';
  import Pages from '$lib/ui/Pages.svelte';
  import { formatter } from '$lib/words/formatter';
  import { Field } from '$lib/ui/fields';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const { asked } = $derived(data);
  const AT = [
    ['', 'anywhere'],
    ['field', 'in the field'],
    ['hanging', 'hanging'],
    ['bench', 'on the bench'],
    ['done', 'closed'],
    ['held', 'held or condemned']
  ] as const;
  const GROUPS = [
    ['', 'all kinds'],
    ['deer', 'deer'],
    ['boar', 'boar'],
    ['rabbit', 'rabbits, hares'],
    ['gamebird', 'pheasants and such'],
    ['pigeonlike', 'pigeons, grouse'],
    ['waterfowl', 'ducks, geese']
  ] as const;
  const PLACE: Record<string, string> = {
    hanging: 'hangs',
    bench: 'on the bench',
    done: 'closed'
  };
  function href(page: number): string {
    const params = new URLSearchParams();
    for (const [key, value] of Object.entries({ ...asked, page: page > 1 ? page : '' }))
      if (value) params.set(key, String(value));
    return `/animals?${params}`;
  }
</script>

<svelte:head><title>Animals · {data.larder.larderName}</title></svelte:head>

<div class="head">
  <h1>{data.total} animal{data.total === 1 ? '' : 's'}{asked.q ? ` for “${asked.q}”` : ''}</h1>
  <a class="press press-quiet" href="/animals/past">Take in an old list</a>
</div>
<form method="GET" role="search">
  <Field
    label="Code, tag, kind, owner, place, or whose hand"
    type="search"
    name="q"
    value={asked.q}
    data-search
  />
  <Field label="Where" name="at" items={AT.map(([value, name]) => ({ value, name }))} value={asked.at} />
  <Field
    label="Kind"
    name="group"
    items={GROUPS.map(([value, name]) => ({ value, name }))}
    value={asked.group}
  />
  <Field
    label="Season"
    name="season"
    items={[
      { value: '', name: 'all' },
      ...data.seasons.map((season) => ({ value: String(season), name: String(season) }))
    ]}
    value={String(asked.season ?? '')}
  />
  <button class="press press-main" type="submit">Find</button>
</form>

<ul>
  {#each data.cards as card (card.id)}
    {@const held =
      card.held === 'condemned'
        ? 'condemned'
        : card.held
          ? `held: ${HOLD_NAMES[card.held as HoldReason]}`
          : ''}
    <li>
      <a href="/animals/{card.code}">
        <span class="mono code">{card.code}</span>
        <span class="what"
          ><strong>{animalsName(card.facts, card.count)}</strong>
          <span class="soft"
            >{[
              card.facts.ageClass,
              card.facts.tag ? `tag ${card.facts.tag}` : '',
              card.facts.owner ? `for ${card.facts.owner}` : '',
              card.facts.place ?? ''
            ]
              .filter(Boolean)
              .join(', ')}</span
          ></span
        >
        <span class="where"
          >{#if held}<span class="held">{held}</span>{:else}{card.work === 'hanging' && card.place === 'field'
              ? 'in the field'
              : PLACE[card.work]}{/if}<small class="soft">{format.day(card.firstAt)}</small></span
        >
        <span class="beam"
          ><Beam
            segments={card.segments}
            stillOn={card.stillOn}
            base={card.base}
            {format}
            size="small"
          /></span
        >
        <span class="mono num">{format.mass(card.base, 1)}</span>
      </a>
    </li>
  {:else}
    <li class="soft none">
      Nothing of that. {asked.q ? 'A shorter word finds more.' : ''}
      <a class="link" href="/animals">All animals</a>
    </li>
  {/each}
</ul>
<Pages page={data.page} pages={data.pages} {href} />

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    justify-content: space-between;
    gap: 6px 16px;
  }
  h1 {
    font-size: 1.45rem;
    margin-bottom: 12px;
  }
  form {
    display: grid;
    grid-template-columns: minmax(220px, 1fr) 180px 190px 110px auto;
    gap: 12px;
    align-items: end;
    margin-bottom: 16px;
  }
  li a {
    display: grid;
    grid-template-columns: 84px minmax(0, 1fr) 180px 170px 96px;
    gap: 14px;
    align-items: center;
    min-height: 56px;
    border-top: 1px solid var(--line);
    color: inherit;
    text-decoration: none;
  }
  li a:hover {
    background: var(--next);
  }
  .code {
    font-weight: 650;
  }
  .what,
  .where {
    display: flex;
    flex-direction: column;
    min-width: 0;
  }
  .what span,
  .what strong {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .held {
    color: var(--rust);
    font-weight: 650;
  }
  .num {
    text-align: right;
  }
  .none {
    padding: 20px 0;
  }
  @media (max-width: 56.25em) {
    form {
      grid-template-columns: 1fr 1fr;
    }
    form :global(.one:first-child) {
      grid-column: 1 / -1;
    }
    li a {
      grid-template-columns: 76px minmax(0, 1fr) auto;
    }
    .beam,
    .num {
      display: none;
    }
  }
</style>
