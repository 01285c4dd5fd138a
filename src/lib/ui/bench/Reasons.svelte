<script lang="ts">
  import { balanceOf, lossId } from '$core/book';
  import { DISCARD_REASONS, LOSS_NAMES, type DiscardReason } from '$core/reference';
  import { useSession } from '$lib/bench/session.svelte';
  import Overlay from '$lib/ui/Overlay.svelte';

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
  /** Reasons of the step in hand; all of them where it has none of its own. */
  const away = $derived(trimming ? undefined : session.desk.row?.away);
  const reasons = $derived(away ?? order.filter((r) => DISCARD_REASONS.includes(r)));
  /** How one is told from another. */
  const TOLD: Readonly<Partial<Record<DiscardReason, string>>> = {
    rind: 'dark, hard, smells clean',
    fat: 'hard, white or yellow',
    hair: 'with the meat it sticks to',
    scored: 'cut into while skinning',
    contaminated: 'gut, urine or soil touched it',
    spoiled: 'slimy, green, sour: if much, stop and ask'
  };
  /** Grams thrown away of what lies open because of something, as the book has it now. */
  const off = (reason: DiscardReason): number =>
    session.focus ? balanceOf(session.bench.state, lossId(reason, session.focus.id)) : 0;
</script>

<Overlay
  title={trimming
    ? 'What was trimmed off?'
    : away
      ? 'What is weighed off, and why'
      : 'Thrown away because of'}
  {close}
  wide
>
  <div class="grid">
    {#each reasons as reason (reason)}<button class="press" type="button" onclick={() => onReason(reason)}
        >{LOSS_NAMES[reason]}{#if away}<small class="soft"
            >{off(reason) > 0 ? `${session.format.mass(off(reason))} so far` : (TOLD[reason] ?? '')}</small
          >{/if}</button
      >{/each}
  </div>
  <p class="soft small">
    The reading on the scale is booked as this. Smell, slime, green or sour: discard, whatever else is said.
  </p>
</Overlay>

<style>
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
    gap: 8px;
    margin-bottom: 12px;
  }
  small {
    display: block;
    font-size: 0.86rem;
    font-weight: 500;
    line-height: 1.25;
  }
  .press {
    flex-direction: column;
    white-space: normal;
    min-height: 64px;
    font-size: 1.05rem;
  }
</style>
