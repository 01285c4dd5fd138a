<script lang="ts">
  import { DOUBTS, type Doubted } from '$core/book';
  import { DOUBT_YES } from '$lib/words/doubts';

  /** `asked` is what the form was asked about; `assured` what it has answered already. */
  let { asked, assured }: { asked: string[] | undefined; assured: string } = $props();
  const why = $derived(asked?.find((a): a is Doubted => (DOUBTS as readonly string[]).includes(a)));
</script>

<!-- Sent with the press itself, so that it works before the script is there. -->
{#if why}<button class="press" type="submit" name="assured" value="{assured} {why}" data-testid="assure"
    >{DOUBT_YES[why]}</button
  >{/if}
