<script lang="ts">
  import { lookAgain } from '$lib/ui/look-again.svelte';
  import { MINUTE } from '$core/units';
  import { formatter } from '$lib/words/formatter';
  import { unreadWords } from '$lib/words/places';
  import { roomWords } from '$lib/words/window';
  import Door from './Door.svelte';
  import RoomChart from './RoomChart.svelte';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const room = $derived(data.rooms.find((r) => r.key === data.shown));
  let reading = $state(false);
  /** Codes by what is said of the air that stands in for theirs. */
  const unread = $derived.by(() => {
    const codes: Record<string, string[]> = {};
    for (const { code, borrowed } of data.rows)
      if (borrowed) (codes[unreadWords(borrowed, data.rooms)] ??= []).push(code);
    return Object.entries(codes);
  });

  const headline = $derived(roomWords(data.rows));
  /** Of a full room the last windows come after the page: it looks again until all are there. */
  lookAgain('larder:hanging', () => data.rows.some((r) => r.pending || r.earlier));
  const ago = (at: number) => {
    const m = Math.max(0, Math.round((data.now - at) / MINUTE));
    return m < 90
      ? `${m} min ago`
      : m < 2880
        ? `${Math.round(m / 60)} h ago`
        : `${Math.round(m / 1440)} days ago`;
  };
  const airWords = $derived.by(() => {
    const n = data.air.newest;
    if (!room) return '';
    if (!n || n.air === undefined) return `${room.name.toLowerCase()}: nobody has read it`;
    const damp = n.rh === undefined ? '' : `, ${Math.round(n.rh * 100)} %`;
    return `${room.name.toLowerCase()} ${format.degrees(n.air)}${damp}, read ${ago(n.at)}`;
  });
</script>

<svelte:head><title>Hanging · {data.larder.larderName}</title></svelte:head>

<div class="head">
  <h1>{headline}</h1>
  <span class="soft">{airWords}</span>
  <span class="acts">
    <a class="press" href="/hanging/air">Air, forecast, probes</a>
    {#if room}<button
        class="press press-main"
        type="button"
        aria-expanded={reading}
        onclick={() => (reading = !reading)}>Read the door</button
      >{/if}
  </span>
</div>

{#if reading && room}<Door {format} {room} close={() => (reading = false)} />{/if}

{#each data.alarms as alarm (JSON.stringify([alarm.kind, 'room' in alarm ? alarm.room : alarm.code]))}
  <p class="alarm" role="alert">
    {#if alarm.kind === 'warm'}
      {data.rooms.find((r) => r.key === alarm.room)?.name}: {format.degrees(alarm.celsius)}, above {format.degrees(
        alarm.above,
        0
      )} since {format.moment(alarm.since)}.
    {:else if alarm.kind === 'silent'}
      {data.rooms.find((r) => r.key === alarm.room)?.name}: its probe has been silent since {format.moment(
        alarm.since
      )}. Read the door.
    {:else}
      {alarm.code} has hung {alarm.days} days.
    {/if}
  </p>
{/each}

{#each unread as [words, codes] (words)}<p class="alarm">{codes.join(', ')}: {words} Read the door.</p>{/each}

<nav class="rooms" aria-label="Rooms">
  {#each data.rooms as r (r.key)}
    <a
      href="?room={r.key}"
      data-sveltekit-noscroll
      class:here={r.key === data.shown}
      aria-current={r.key === data.shown ? 'true' : undefined}
    >
      <strong>{r.name}</strong>
      <span class="soft" class:full={r.taken > r.hooks}
        >{r.taken} of {r.hooks} hooks{#if r.read}, {format.degrees(r.read.air ?? 0)}{/if}</span
      >
    </a>
  {/each}
  <span class="legend small soft"
    ><span><i class="open"></i>open</span> <span><i class="closing"></i>closes today</span>
    <span><i class="held"></i>on hold</span> <span><i class="ages"></i>ages still</span></span
  >
</nav>

{#if data.rows.length > 0}
  <RoomChart {data} {format} />
{:else}
  <p class="soft none">
    Weigh an animal in, or bring one in from the field, and it hangs here with its window.
  </p>
{/if}
<p class="small soft coda">
  Windows are reckoned from readings and forecast: by the record, about. Nose, eye and a licensed inspector
  come first.
</p>
<p class="links">
  <a class="quiet" href="/holds">Holds</a>
  <a class="quiet" href="/rules">Rule cards</a>
  <a class="quiet" href={data.feed} data-sveltekit-reload>Calendar feed</a>
</p>

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 4px 18px;
    margin-bottom: 10px;
  }
  h1 {
    font-size: 1.5rem;
  }
  .acts {
    display: flex;
    gap: 10px;
    margin-left: auto;
  }
  .alarm {
    border-left: 5px solid var(--rust);
    background: var(--card);
    padding: 8px 14px;
    margin-bottom: 8px;
    font-weight: 600;
  }
  .rooms {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
    margin-bottom: 6px;
  }
  .rooms a {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 44px;
    padding: 4px 14px;
    border: 1.5px solid var(--line);
    border-radius: 4px;
    text-decoration: none;
  }
  .rooms a.here {
    border-color: var(--ink);
    background: var(--card);
  }
  .full {
    color: var(--rust);
    font-weight: 650;
  }
  .legend {
    margin-left: auto;
    display: flex;
    align-items: center;
    gap: 6px;
  }
  .legend span {
    display: inline-flex;
    align-items: center;
    gap: 6px;
    white-space: nowrap;
  }
  .legend i {
    width: 20px;
    height: 13px;
    border-radius: 2px;
    margin-left: 10px;
  }
  .legend .open {
    background: var(--spruce);
  }
  .legend .closing {
    background: light-dark(#9c3b22, #b5492c);
  }
  .legend .held {
    background: light-dark(#83590f, #8a5f14);
  }
  .legend .ages {
    border: 1.5px dashed var(--ice);
  }
  .none {
    padding: 40px 0;
  }
  .links {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 22px;
    margin-top: 6px;
  }
  .links a {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
  .coda {
    margin-top: 14px;
  }
  @media (max-width: 47.5em) {
    .acts {
      margin-left: 0;
      width: 100%;
    }
    .acts > * {
      flex: 1;
    }
    .legend {
      margin-left: 0;
      flex-wrap: wrap;
    }
  }
</style>
