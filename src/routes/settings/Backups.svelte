<script lang="ts">
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    /** Nothing in the demo: it is made anew at each start. */
    backups:
      | {
          list: readonly {
            file: string;
            made: number;
            bytes: number;
            entries: number;
            unread: readonly { part: string; after?: number | undefined; why: string }[];
          }[];
          last: { at: number; ok: true } | { at: number; ok: false; why: string } | undefined;
          folder: string;
          own: boolean;
        }
      | undefined;
    format: Formatter;
  }
  let { backups, format }: Props = $props();
  const SHOWN = 5;
  const size = (bytes: number): string =>
    bytes < 1024 * 1024
      ? `${Math.max(1, Math.round(bytes / 1024))} kB`
      : `${(bytes / 1024 / 1024).toFixed(1)} MB`;
</script>

<section class="backups" aria-labelledby="backups-title">
  <div>
    <h2 id="backups-title">Backups</h2>
    <p class="soft">
      One file with everything: book, settings, rooms, rule cards, orders of work, readings, forecasts, plans,
      photographs. It is restored by the first page of an empty larder.
    </p>
    <a class="press" href="/api/v1/backup.zip" download data-sveltekit-preload-data="off">Save a backup</a>
  </div>
  {#if backups}
    <div>
      {#if backups.last && !backups.last.ok}
        <p class="failed" role="alert">
          The last one could not be made, {format.moment(backups.last.at)}: {backups.last.why}.
        </p>
      {/if}
      <ul>
        {#each backups.list.slice(0, SHOWN) as one (one.file)}
          <li>
            <span>{format.moment(one.made)}</span><span class="soft"
              >{one.entries} entries, {size(one.bytes)}, <code>{one.file}</code></span
            >
            {#if one.unread.length > 0}
              <div class="unread">
                <p class="failed">
                  Incomplete: {one.unread.length === 1 ? 'one thing' : `${one.unread.length} things`} could not
                  be read.
                </p>
                {#each one.unread.slice(0, SHOWN) as { part, after, why }, i (i)}
                  <p class="soft">
                    <code>{part}</code>{#if after !== undefined}, after {after} rows{/if}: {why}
                  </p>
                {/each}
              </div>
            {/if}
          </li>
        {:else}
          <li class="soft">None has been made by night yet.</li>
        {/each}
      </ul>
      <p class="soft small">
        {#if backups.list.length > SHOWN}{backups.list.length - SHOWN} older ones are there too.{' '}{/if}They
        lie in <code>{backups.folder}</code>.
        {#if backups.own}That is the larder’s own disk, and goes with it: <code>LARDER_BACKUPS</code> names another
          folder, best on another disk.{/if}
      </p>
    </div>
  {:else}
    <p class="soft">The demo makes none by night: it is a new larder at each start.</p>
  {/if}
</section>

<style>
  .backups {
    display: grid;
    grid-template-columns: 1fr 1.6fr;
    gap: 12px 40px;
    border-top: 1px solid var(--line);
    margin-top: 26px;
    padding-top: 18px;
  }
  h2 {
    font-size: 1.05rem;
    color: var(--soft);
  }
  .press {
    display: inline-flex;
    margin-top: 14px;
  }
  li {
    display: grid;
    grid-template-columns: 190px minmax(0, 1fr);
    gap: 12px;
    padding: 7px 0;
    border-bottom: 1px solid var(--line);
  }
  li.soft {
    grid-template-columns: 1fr;
  }
  .unread {
    grid-column: 1 / -1;
  }
  code {
    overflow-wrap: anywhere;
  }
  .small {
    margin-top: 10px;
  }
  .failed {
    color: var(--rust);
    font-weight: 600;
  }
  @media (max-width: 53.75em) {
    .backups {
      grid-template-columns: minmax(0, 1fr);
    }
    li {
      grid-template-columns: 1fr;
      gap: 0;
    }
  }
</style>
