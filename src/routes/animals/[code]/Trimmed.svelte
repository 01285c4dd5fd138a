<script lang="ts">
  import { enhance } from '$app/forms';
  import { TRIM_SAID, type TrimSaid } from '$core/reference';
  import { plainForm } from '$lib/ui/plain-form';
  import { TRIM_SAID_WORDS } from '$lib/words/verdict';

  interface Props {
    /** What has been said of it. */
    said: TrimSaid | undefined;
  }
  let { said }: Props = $props();
  let wrong = $state('');
</script>

<form
  class="trimmed"
  method="POST"
  action="?/trimmed"
  use:enhance={plainForm((text) => (wrong = text))}
  aria-label="Trimmed before it was weighed?"
>
  <p class="small">
    <strong>Was the meat trimmed before it was weighed?</strong>
    <span class="soft">The next animal is closed with the same answer.</span>
  </p>
  <p class="answers">
    {#each TRIM_SAID as one (one)}<button
        class="press"
        type="submit"
        name="said"
        value={one}
        aria-pressed={said === one}>{TRIM_SAID_WORDS[one]}</button
      >{/each}
  </p>
  {#if wrong}<p class="note" role="alert">{wrong}</p>{/if}
</form>

<style>
  .trimmed {
    margin: 0.8rem 0 1rem;
    display: grid;
    gap: 0.4rem;
  }
  .answers {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .press {
    min-height: 48px;
  }
  .press[aria-pressed='true'] {
    border-color: var(--spruce);
    box-shadow: inset 0 0 0 1px var(--spruce);
  }
</style>
