<script lang="ts">
  import { animalName } from '$core/reference';
  import { formatter } from '$lib/words/formatter';
  import Forecast from './Forecast.svelte';
  import Import from './Import.svelte';
  import Rooms from './Rooms.svelte';
  import { DAY } from '$core/units';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  const shown = (celsius: number | undefined) => (celsius === undefined ? '–' : format.degrees(celsius));
  const placeName = (key: string) =>
    key === 'room:field'
      ? 'the air outside'
      : key.startsWith('room:')
        ? (data.rooms.find((r) => `room:${r.key}` === key)?.name ?? key)
        : `${key}, core`;
  const places = $derived([
    ...data.rooms.map((r) => ({ value: `room:${r.key}`, name: r.name })),
    { value: 'room:field', name: 'the air outside' },
    ...data.animals.map((a) => ({
      value: `animal:${a.code}`,
      name: `${a.code} ${animalName(a.facts)}, core`
    }))
  ]);
  const fileUrl = (name: string, style: string) =>
    `/api/v1/logger.csv?probe=${name}&from=${data.now - 7 * DAY}&to=${data.now}&${style}`;
</script>

<svelte:head><title>Air · {data.larder.larderName}</title></svelte:head>

<p class="back"><a class="quiet" href="/hanging">Hanging room</a></p>
<h1>How warm it is, and will be</h1>
<div class="page">
  <Forecast days={data.days} source={data.source} standIns={data.standIns} {format} />
  <Import
    {places}
    timeZone={data.timeZone}
    files={data.files.map((f) => ({ ...f, place: placeName(f.place) }))}
    {format}
  />
  <section>
    <h2>
      Probes {#if data.standIns}<small class="soft"
          >simulated: a stand-in for a logger; its readings are marked</small
        >{/if}
    </h2>
    <ul class="probes">
      {#each data.probes as probe (probe.name)}
        <li>
          <strong class="mono">{probe.name}</strong>
          <span>{placeName(probe.at)}</span>
          <span
            ><b>{shown(probe.newest?.core ?? probe.newest?.air)}</b>{#if probe.newest?.rh !== undefined}, {Math.round(
                probe.newest.rh * 100
              )} %{/if}</span
          >
          <span class="soft small">battery {probe.battery} %</span>
          <span class="small"
            ><a class="quiet" href={fileUrl(probe.name, 'unit=C&separator=,')} download>a week as CSV</a> ·
            <a class="quiet" href={fileUrl(probe.name, 'unit=F&separator=;')} download>in °F, semicolons</a
            ></span
          >
        </li>
      {:else}<li class="soft">None at the socket. Read the door by hand, or bring a logger’s file.</li>{/each}
    </ul>
    <h2 class="read">What is on record</h2>
    <ul class="probes">
      {#each data.places as p (p.place)}
        <li>
          <span>{placeName(p.name)}</span><span><b>{p.n.toLocaleString('en-GB')}</b> readings</span><span
            class="soft small">{format.moment(p.from)} to {format.moment(p.to)}</span
          >
        </li>
      {:else}<li class="soft">Nothing was read yet.</li>{/each}
    </ul>
  </section>
  <Rooms rooms={data.rooms} limits={data.limits} {format} />
</div>

<style>
  .back {
    margin-bottom: 2px;
  }
  h1 {
    font-size: 1.5rem;
    margin-bottom: 14px;
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 30px 40px;
    align-items: start;
  }
  h2 {
    font-size: 1.15rem;
    margin-bottom: 8px;
  }
  h2 small {
    font-family: var(--font-sans);
    font-size: 0.9rem;
    font-weight: 400;
  }
  .read {
    margin-top: 18px;
  }
  .probes li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 2px 16px;
    min-height: 44px;
    border-bottom: 1px solid var(--line);
  }
  @media (max-width: 56.25em) {
    .page {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
