<script lang="ts">
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    /** When the last whole one was made, and what came of the last try since the larder was started. */
    backup: {
      whole: number | undefined;
      last: { ok: true; unread?: readonly object[] } | { ok: false; why: string } | undefined;
    };
    format: Formatter;
  }
  let { backup, format }: Props = $props();
  const fault = $derived(
    !backup.last
      ? undefined
      : !backup.last.ok
        ? `Tonight’s backup could not be made: ${backup.last.why}. It is tried again.`
        : backup.last.unread
          ? 'Tonight’s backup is incomplete: something in the larder cannot be read.'
          : undefined
  );
  const good = $derived(
    backup.whole === undefined
      ? 'There is no backup yet.'
      : `Last good backup: ${format.moment(backup.whole)}.`
  );
</script>

<p class={['small', fault ? 'failed' : 'soft']} role={fault ? 'alert' : undefined}>
  {#if fault}{fault}{' '}{/if}{good} <a href="/settings#backups-title">Backups</a>
</p>

<style>
  p {
    margin-top: 18px;
  }
  a {
    color: var(--spruce-text);
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .failed {
    color: var(--rust);
  }
</style>
