<script lang="ts">
  import { shortCode } from '$core/wrap';
  import type { Sealer } from '$core/reference';
  import type { Station } from '$lib/station/station.svelte';
  import Fold from '$lib/ui/Fold.svelte';
  import type { Formatter } from '$lib/words/formatter';

  /** Yesterday's seals, to be looked at one by one: a leak shows over night. */
  interface Props {
    toLook: readonly {
      id: string;
      of: { animal: string } | { pool: string };
      what?: string;
      cut?: string;
      grams: number;
      at: number;
    }[];
    seals: readonly { sealer: Sealer; looked: number; leaks: number }[];
    station: Station;
    format: Formatter;
    looked: () => void;
  }
  let { toLook, seals, station, format, looked }: Props = $props();
  let open = $state(false);
  const SEALER = { clamp: 'clamp', chamber: 'chamber' } as const;
  const say = (one: Props['toLook'][number], tight: boolean) =>
    station.book([{ kind: 'seal', ...one.of, item: one.id, tight }], looked);
</script>

{#if toLook.length > 0 || seals.length > 0}
  <Fold title={toLook.length > 0 ? `Seals to look at again: ${toLook.length}` : 'Seals'} bind:open>
    {#if toLook.length > 0}<p class="soft small">
        A bag that has gone loose leaks. It is wiped, sealed anew and frozen at once; if it was warm, it is
        eaten or goes.
      </p>{/if}
    <ul>
      {#each toLook.slice(0, 40) as one (one.id)}
        <li>
          <span
            ><a href="/p/{shortCode(one.id)}">{one.what ?? format.cut(one.cut)}</a>
            <small class="soft">{format.mass(one.grams)}, packed {format.moment(one.at)}</small></span
          >
          <button class="press" type="button" onclick={() => say(one, true)}>holds</button>
          <button class="press" type="button" onclick={() => say(one, false)}>leaks: made anew</button>
        </li>
      {/each}
    </ul>
    {#each seals as s (s.sealer)}<p class="small">
        <strong>{SEALER[s.sealer]}</strong>: {s.leaks} of {s.looked} seals leaked{s.looked >= 10
          ? ` (${format.percent(s.leaks / s.looked, 0)})`
          : ''}
      </p>{/each}
  </Fold>
{/if}

<style>
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto auto;
    gap: 8px;
    align-items: center;
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
  }
  small {
    display: block;
  }
</style>
