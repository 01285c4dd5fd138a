<script lang="ts">
  import { CAUTION_CODA, NEVER_PINK } from '$core/reference';
  import Kinds from '$lib/ui/Kinds.svelte';

  let { data } = $props();
</script>

<svelte:head><title>Kitchen · {data.larder.larderName}</title></svelte:head>

<h1>Kitchen</h1>
<p class="lead soft">
  How each cut wants to be cooked, and how hot its middle has to be. Usual practice; where two schools differ,
  both are said.
</p>
<Kinds group={data.group} />

{#each data.parts as part (part.name)}
  <section>
    <h2>{part.name}</h2>
    <ul>
      {#each part.rows as row (row.key)}
        <li>
          <a href="/kitchen/{row.key}?of={data.group}">
            <strong>{row.name}</strong>
            <span class="soft small tender">{row.tender === null ? '' : `tender ${row.tender} of 5`}</span>
            <span class="ways"
              >{#each row.ways as way (way.name)}<span class="way"
                  >{way.name} <small class="soft">{way.core}</small></span
                >{/each}</span
            >
          </a>
        </li>
      {/each}
    </ul>
  </section>
{/each}
<p class="small">{NEVER_PINK} <span class="soft">{CAUTION_CODA}</span></p>

<style>
  h1 {
    font-size: 1.55rem;
  }
  .lead {
    max-width: 62ch;
    margin-top: 0.3rem;
  }
  h2 {
    font-size: 1.1rem;
    color: var(--soft);
    margin: 1.4rem 0 0.3rem;
  }
  li {
    border-top: 1px solid var(--line);
  }
  li:last-child {
    border-bottom: 1px solid var(--line);
  }
  li a {
    display: grid;
    grid-template-columns: 250px 120px minmax(0, 1fr);
    gap: 16px;
    align-items: center;
    min-height: 52px;
    padding: 6px 4px;
    text-decoration: none;
  }
  li a:hover {
    background: var(--next);
  }
  .ways {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 4px 16px;
  }
  .way small {
    white-space: nowrap;
    margin-left: 4px;
  }
  p:last-child {
    margin-top: 18px;
  }
  @media (max-width: 47.5em) {
    li a {
      grid-template-columns: 1fr auto;
      gap: 2px 12px;
    }
    .ways {
      grid-column: 1 / -1;
    }
  }
</style>
