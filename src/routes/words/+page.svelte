<script lang="ts">
  import { said } from '$lib/words/said';
  import { CAUTION_CODA, WORDS } from '$core/reference';

  import { formatter } from '$lib/words/formatter';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
</script>

<svelte:head><title>Words · {data.larder.larderName}</title></svelte:head>

<h1>Words</h1>
<p class="soft">What the words on the screens mean. Underlined ones lead here.</p>
<dl>
  {#each WORDS as word (word.key)}
    <div id={word.key}>
      <dt>{word.name}</dt>
      <dd>
        {said(word.plain, format)}{#if word.more}{' '}<span class="soft">{said(word.more, format)}</span>{/if}
      </dd>
    </div>
  {/each}
</dl>
<p class="soft small">{CAUTION_CODA}</p>

<style>
  h1 {
    font-size: 1.5rem;
  }
  dl {
    margin: 14px 0;
  }
  dl div {
    display: grid;
    grid-template-columns: 220px minmax(0, 62ch);
    gap: 4px 24px;
    padding: 10px 0;
    border-top: 1px solid var(--line);
    scroll-margin-top: 12px;
  }
  dl div:target {
    background: var(--next);
  }
  dt {
    font-family: var(--font-head);
    font-weight: 650;
  }
  @media (max-width: 40em) {
    dl div {
      grid-template-columns: 1fr;
    }
  }
</style>
