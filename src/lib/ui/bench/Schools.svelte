<script lang="ts">
  import type { Procedure } from '$core/reference';
  import Overlay from './Overlay.svelte';

  interface Props {
    schools: readonly Procedure[];
    now: string | undefined;
    choose: (key: string) => void;
    close: () => void;
  }
  let { schools, now, choose, close }: Props = $props();
</script>

<Overlay title="How to go on" {close} wide>
  <p class="soft">What is off stays off; only the order and the pieces change.</p>
  <ul>
    {#each schools as school (school.key)}
      <li>
        <button
          type="button"
          class="press"
          class:press-main={school.key === now}
          aria-pressed={school.key === now}
          onclick={() => choose(school.key)}
        >
          <strong>{school.name}</strong>
          <span>{school.why}</span>
        </button>
      </li>
    {/each}
  </ul>
</Overlay>

<style>
  ul {
    display: flex;
    flex-direction: column;
    gap: 10px;
    margin-top: 12px;
  }
  .press {
    width: 100%;
    flex-direction: column;
    align-items: flex-start;
    gap: 3px;
    min-height: 72px;
    padding: 12px 16px;
    text-align: left;
  }
  .press span {
    font-size: 0.94rem;
    font-weight: 400;
    line-height: 1.32;
  }
</style>
