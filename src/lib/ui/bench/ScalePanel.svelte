<script lang="ts">
  import Overlay from '$lib/ui/Overlay.svelte';
  import ScaleChoices from '$lib/ui/station/ScaleChoices.svelte';
  import { useSession } from '$lib/bench/session.svelte';

  const session = useSession();
  const close = session.back;
</script>

<Overlay title="Scale and sound" {close}>
  {#if session.data.scaleOff}<p class="off">{session.data.scaleOff}</p>{/if}
  <p class="follow">
    <button class="press" type="button" aria-pressed={session.desk.follow} onclick={session.toggleFollow}
      >{session.desk.follow ? 'Weigh again' : 'Follow without a scale'}</button
    ><span class="soft small"
      >Each piece is taken at what is expected of it and marked so. Weigh the full tubs at the end by their
      letters, and every piece takes its share.</span
    >
  </p>
  <ScaleChoices
    cable={session.cable}
    unit={session.data.larder.units}
    send={session.data.standIn ? session.send : undefined}
    shaken={session.shaken}
    {close}
  />
</Overlay>

<style>
  .follow {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 12px;
    align-items: center;
    margin-bottom: 12px;
  }
  .off {
    margin-bottom: 12px;
    padding: 0.6rem 0.8rem;
    border-left: 4px solid var(--brass);
  }
  .press {
    min-height: 56px;
  }
</style>
