<script lang="ts">
  import BenchPage from '$lib/ui/bench/BenchPage.svelte';

  let { data } = $props();
</script>

<BenchPage {data} />
