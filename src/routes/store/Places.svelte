<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import type { PlaceNode } from '$core/settings';
  import { sendJson } from '$lib/device/send';
  import { Field } from '$lib/ui/fields';
  import Fold from '$lib/ui/Fold.svelte';
  import type { Formatter } from '$lib/words/formatter';
  import { parseMass, toCelsius, inDegrees } from '$core/units';

  interface Props {
    places: readonly PlaceNode[];
    rooms: readonly { key: string; name: string }[];
    format: Formatter;
  }
  let { places, rooms, format }: Props = $props();
  // svelte-ignore state_referenced_locally
  let open = $state(places.length === 0);
  let kind = $state<'freezer' | 'shelf'>('freezer');
  let name = $state('');
  let within = $state('');
  let litres = $state('');
  let perDay = $state('');
  // svelte-ignore state_referenced_locally
  let set = $state(String(Math.round(inDegrees(-18, format.degreesIn))));
  let power = $state('');
  let fault = $state('');
  const homes = $derived([
    ...(kind === 'shelf'
      ? places.filter((p) => p.kind === 'freezer').map((p) => ({ value: p.key, name: p.name }))
      : []),
    ...rooms.map((r) => ({ value: `room:${r.key}`, name: r.name }))
  ]);
  const home = $derived(homes.some((h) => h.value === within) ? within : (homes[0]?.value ?? ''));

  function keyOf(text: string): string {
    const plain = text
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+|-+$/g, '')
      .slice(0, 30);
    const base = plain || 'place';
    let key = base;
    for (let n = 2; places.some((p) => p.key === key); n += 1) key = `${base}-${n}`;
    return key;
  }
  const number = (text: string) =>
    text.trim() === '' ? undefined : Number(text.replace(',', '.').replace('−', '-'));
  async function keep(next: readonly PlaceNode[]): Promise<boolean> {
    const sent = await sendJson('/api/v1/places', 'PUT', { places: next });
    fault = sent.ok ? '' : sent.text;
    if (sent.ok) await refresh('larder:stock');
    return sent.ok;
  }
  async function add(): Promise<void> {
    if (name.trim() === '') {
      fault = 'give it a name';
      return;
    }
    const daily = perDay.trim() === '' ? undefined : parseMass(perDay, format.unit);
    if (daily && !daily.ok) {
      fault = 'what it freezes in a day is a weight';
      return;
    }
    const node: PlaceNode = {
      key: keyOf(name),
      kind,
      name: name.trim(),
      within: home,
      ...(kind === 'freezer'
        ? {
            ...(number(litres) === undefined ? {} : { litres: Math.round(number(litres) ?? 0) }),
            ...(daily?.ok ? { perDay: daily.grams / 1000 } : {}),
            ...(number(set) === undefined
              ? {}
              : { set: Math.round(toCelsius(number(set) ?? 0, format.degreesIn) * 10) / 10 }),
            ...(number(power) === undefined ? {} : { power: number(power) })
          }
        : {})
    };
    if (await keep([...places, node])) name = '';
  }
  const remove = (key: string) => void keep(places.filter((p) => p.key !== key && p.within !== key));
</script>

<Fold title="Freezers and shelves" bind:open>
  <ul>
    {#each places as p (p.key)}<li>
        <span
          >{p.name}
          <small class="soft"
            >{p.kind === 'shelf'
              ? `shelf in ${places.find((x) => x.key === p.within)?.name ?? 'a room'}`
              : `freezer${p.litres ? `, ${p.litres} l` : ''}`}</small
          ></span
        >
        <button class="quiet" type="button" onclick={() => remove(p.key)}>take it out</button>
      </li>{/each}
  </ul>
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void add();
    }}
  >
    <div class="pair">
      <Field
        label="Another"
        bind:value={kind}
        items={[
          { value: 'freezer', name: 'freezer' },
          { value: 'shelf', name: 'shelf, basket, drawer' }
        ]}
      />
      <Field label="Name" bind:value={name} limits={{ maxlength: 40 }} />
      <Field
        label="Stands in"
        value={home}
        onchange={(e: Event) => (within = (e.currentTarget as HTMLSelectElement).value)}
        items={homes}
      />
      {#if kind === 'freezer'}
        <Field label="Room" bind:value={litres} inputmode="numeric" unit="l" />
        <Field
          label="Freezes a day"
          bind:value={perDay}
          inputmode="decimal"
          unit={format.unit}
          placeholder="by its plate"
        />
        <Field label="Draws in a day" bind:value={power} inputmode="decimal" unit="kWh" />
        <Field label="Set to" bind:value={set} inputmode="text" unit={format.degreeUnit} />
      {/if}
    </div>
    {#if fault}<p class="fault" role="alert">{fault}</p>{/if}
    <button class="press" type="submit">Put it in</button>
  </form>
</Fold>

<style>
  li {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
  }
  li small {
    display: block;
  }
  .fault {
    color: var(--rust);
    font-weight: 600;
  }
</style>
