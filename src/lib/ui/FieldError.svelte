<script lang="ts">
  let { id, errors }: { id: string; errors: string[] | undefined } = $props();
</script>

{#if errors?.length}<p {id} class="fault" role="alert">{errors.join('; ')}</p>{/if}

<style>
  .fault {
    margin-top: 0.25rem;
    color: var(--rust);
    font-size: 0.88rem;
    font-weight: 600;
  }
</style>
