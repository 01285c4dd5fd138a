<script lang="ts">
  import Keys from '$lib/ui/station/Keys.svelte';
  import { useSession } from '$lib/bench/session.svelte';

  const session = useSession();
  const { desk } = session;
  const follow = $derived(session.noScale && !desk.follow);
</script>

<Keys
  plate={desk}
  unit={session.format.unit}
  take={session.typed}
  close={session.back}
  keep="Keep it, choose a tub"
  >{#if follow}<p class="small">
      <button class="press" type="button" onclick={session.toggleFollow}>Follow without a scale</button>
      Each piece is taken at what is expected of it; weigh the full tubs at the end.
    </p>{/if}</Keys
>
