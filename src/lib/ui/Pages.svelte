<script lang="ts">
  let { page, pages, href }: { page: number; pages: number; href: (page: number) => string } = $props();
</script>

{#if pages > 1}
  <nav class="pages" aria-label="Pages">
    {#if page > 1}<a class="press" href={href(page - 1)}>Newer</a>{/if}
    <span class="soft">page {page} of {pages}</span>
    {#if page < pages}<a class="press" href={href(page + 1)}>Older</a>{/if}
  </nav>
{/if}

<style>
  .pages {
    display: flex;
    align-items: center;
    gap: 12px;
    margin-top: 14px;
  }
</style>
