<script lang="ts">
  import { birthWeights, procedureFigures, type ProcedureFigures } from '$core/bench';
  import type { Procedure } from '$core/reference';
  import Overlay from '$lib/ui/Overlay.svelte';
  import { useSession } from '$lib/bench/session.svelte';

  const session = useSession();
  const { bench } = session;
  const format = $derived(session.format);
  const now = $derived(bench.work.procedure?.key);
  /** What the model can say of going one way. */
  const figures = (procedure: Procedure) =>
    session.focus &&
    procedureFigures(
      bench.state,
      session.focus,
      procedure,
      birthWeights(bench.entries),
      session.data.minutes
    );
  const choose = (key: string) => session.focus && session.goBy(session.focus.id, key);
  const NOTES = {
    side: (mass: string) => `about ${mass} of flank and fillet come with the straps`,
    front: (mass: string) => `about ${mass} of strap stays under the blades until you look`,
    bone: (mass: string) => `about ${mass} of bone stays in the meat`
  } as const;
  const said = ({ pieces, minutes, note }: ProcedureFigures) =>
    [
      pieces > 0 ? `${pieces} ${pieces === 1 ? 'piece' : 'pieces'}` : '',
      `about ${minutes} min`,
      note && note.grams > 0 ? NOTES[note.kind](format.mass(note.grams)) : ''
    ]
      .filter(Boolean)
      .join(' · ');
</script>

<Overlay title="How to go on" close={session.back} wide>
  <p class="soft">What is off stays off; only the order and the pieces change.</p>
  <ul>
    {#each bench.procedures as procedure (procedure.key)}
      {@const figured = figures(procedure)}
      <li>
        <button
          type="button"
          class="press"
          class:press-main={procedure.key === now}
          aria-pressed={procedure.key === now}
          onclick={() => choose(procedure.key)}
        >
          <strong>{procedure.name}</strong>
          <span>{procedure.why}</span>
          <span class="figures">{figured ? said(figured) : ''}</span>
        </button>
      </li>
    {/each}
  </ul>
  {#if now}<p class="own">
      <a href="/ways/{now}/edit">Make one of your own from this</a> <a href="/ways">All orders of work</a>
    </p>{/if}
</Overlay>

<style>
  .own {
    display: flex;
    gap: 22px;
    margin-top: 14px;
    font-weight: 600;
    color: var(--spruce-text);
  }
  ul {
    max-height: min(60vh, 520px);
    overflow: auto;
    scrollbar-width: thin;
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
  .press .figures {
    font-weight: 600;
  }
  .press span {
    font-size: 0.94rem;
    font-weight: 400;
    line-height: 1.32;
  }
</style>
