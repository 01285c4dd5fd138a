<script lang="ts">
  import { useSession } from '$lib/bench/session.svelte';
  import Bones from './Bones.svelte';
  import Hands from './Hands.svelte';
  import Keypad from './Keypad.svelte';
  import Keys from './Keys.svelte';
  import Kit from './Kit.svelte';
  import Pieces from './Pieces.svelte';
  import Reasons from './Reasons.svelte';
  import ScalePanel from './ScalePanel.svelte';
  import StepMore from './StepMore.svelte';
  import Procedures from './Procedures.svelte';
  import Recap from './Recap.svelte';

  const session = useSession();
  const PANELS = {
    bones: Bones,
    hands: Hands,
    keypad: Keypad,
    step: StepMore,
    kit: Kit,
    pieces: Pieces,
    reasons: Reasons,
    scale: ScalePanel,
    procedures: Procedures,
    recap: Recap
  };
  const { panel } = $derived(session);
  const Panel = $derived(panel && panel !== 'find' && panel !== 'keys' ? PANELS[panel] : undefined);
</script>

{#if panel === 'keys'}<Keys close={session.back} letters={session.data.letterKeys} />
{:else if Panel}<Panel />{/if}
