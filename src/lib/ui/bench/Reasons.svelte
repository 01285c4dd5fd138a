<script lang="ts">
  import { DISCARD_REASONS, LOSS_NAMES, type DiscardReason } from '$core/reference';
  import { useSession } from '$lib/bench/session.svelte';
  import Overlay from './Overlay.svelte';

  const session = useSession();
  const trimming = $derived(session.desk.trimming !== undefined);
  const onReason = session.act((reason: DiscardReason) => session.desk.discard(reason));
  const close = session.back;
  const order: DiscardReason[] = [
    'bloodshot',
    'rind',
    'silver',
    'gland',
    'bone',
    'fat',
    'contaminated',
    'hair',
    'scored',
    'spoiled',
    'pellet',
    'other'
  ];
  const reasons = order.filter((r) => DISCARD_REASONS.includes(r));
</script>

<Overlay title={trimming ? 'What was trimmed off?' : 'Thrown away because of'} {close} wide>
  <div class="grid">
    {#each reasons as reason (reason)}<button class="press" type="button" onclick={() => onReason(reason)}
        >{LOSS_NAMES[reason]}</button
      >{/each}
  </div>
  <p class="soft small">
    The reading on the scale is booked as this. Smell, slime, green or sour: discard, whatever else is said.
  </p>
</Overlay>

<style>
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
    gap: 8px;
    margin-bottom: 12px;
  }
  .press {
    min-height: 64px;
    font-size: 1.05rem;
  }
</style>
