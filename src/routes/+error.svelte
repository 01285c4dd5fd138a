<script lang="ts">
  import { page } from '$app/state';
</script>

<svelte:head><title>{page.status}</title></svelte:head>
<h1>{page.error?.message ?? 'Something broke here.'}</h1>
<p class="soft">Nothing was lost. <a href="/">Back to the rail</a>.</p>

<style>
  h1 {
    font-size: 1.55rem;
    margin: 2rem 0 0.4rem;
  }
</style>
