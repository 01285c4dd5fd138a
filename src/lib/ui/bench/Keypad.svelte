<script lang="ts">
  import Keys from '$lib/ui/station/Keys.svelte';
  import { useSession } from '$lib/bench/session.svelte';

  const session = useSession();
  const { desk } = session;
  const take = session.act(() => desk.press());
</script>

<Keys plate={desk} unit={session.format.unit} {take} close={session.back} keep="Keep it, choose a tub" />
