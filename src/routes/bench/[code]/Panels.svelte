<script lang="ts">
  import { useSession } from '$lib/bench/session.svelte';
  import Bones from '$lib/ui/bench/Bones.svelte';
  import Hands from '$lib/ui/bench/Hands.svelte';
  import Keypad from '$lib/ui/bench/Keypad.svelte';
  import Keys from '$lib/ui/bench/Keys.svelte';
  import Kit from '$lib/ui/bench/Kit.svelte';
  import Pieces from '$lib/ui/bench/Pieces.svelte';
  import Reasons from '$lib/ui/bench/Reasons.svelte';
  import ScalePanel from '$lib/ui/bench/ScalePanel.svelte';
  import StepMore from '$lib/ui/bench/StepMore.svelte';
  import Procedures from '$lib/ui/bench/Procedures.svelte';

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
    procedures: Procedures
  };
  const { panel } = $derived(session);
  const Panel = $derived(panel && panel !== 'find' && panel !== 'keys' ? PANELS[panel] : undefined);
</script>

{#if panel === 'keys'}<Keys close={session.back} letters={session.data.letterKeys} />
{:else if Panel}<Panel />{/if}
