<script lang="ts">
  import type { GroupKey } from '$core/reference';
  import { GROUP_NAMES } from '$lib/words/groups';

  interface Props {
    /** The kind that is shown. */
    group: GroupKey;
    /** Kinds that there is something of; all of them without. */
    groups?: readonly GroupKey[];
  }
  let { group, groups = Object.keys(GROUP_NAMES) as GroupKey[] }: Props = $props();
</script>

<nav class="kinds" aria-label="Kind of animal">
  {#each groups as key (key)}
    <a href="?of={key}" class:here={key === group} aria-current={key === group ? 'page' : undefined}
      >{GROUP_NAMES[key]}</a
    >
  {/each}
</nav>

<style>
  .kinds {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin: 14px 0 4px;
  }
  a {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
    padding: 0 16px;
    border: 1px solid var(--line);
    border-radius: 6px;
    text-decoration: none;
    color: var(--ink);
  }
  a:hover {
    background: var(--next);
  }
  .here {
    border-color: var(--ink);
    background: var(--next);
    font-weight: 650;
  }
</style>
