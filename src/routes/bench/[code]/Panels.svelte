<script lang="ts" module>
  /** What may lie over the bench; one at a time. */
  export type Panel = 'keys' | 'reasons' | 'keypad' | 'scale' | 'schools' | 'kit' | 'pieces';
</script>

<script lang="ts">
  import { birthWeights, schoolFigures } from '$core/bench';
  import type { KitKey } from '$core/reference';
  import type { Bench } from '$lib/bench/bench.svelte';
  import type { Cable } from '$lib/bench/cable.svelte';
  import type { Desk } from '$lib/bench/desk.svelte';
  import type { Formatter } from '$lib/words/format';
  import Keypad from '$lib/ui/bench/Keypad.svelte';
  import Keys from '$lib/ui/bench/Keys.svelte';
  import Kit from '$lib/ui/bench/Kit.svelte';
  import Pieces from '$lib/ui/bench/Pieces.svelte';
  import Reasons from '$lib/ui/bench/Reasons.svelte';
  import ScalePanel from '$lib/ui/bench/ScalePanel.svelte';
  import Schools from '$lib/ui/bench/Schools.svelte';
  import type { PageData } from './$types';

  interface Props {
    panel: Panel;
    bench: Bench;
    desk: Desk;
    cable: Cable;
    data: PageData;
    format: Formatter;
    kit: { key: KitKey; missing: boolean }[];
    has: (key: KitKey, there: boolean) => void;
    shaken: boolean;
    /** A word to the stand-in scale. */
    send: (body: unknown) => Promise<unknown>;
    /** Asks the stand-in scale for the piece that comes next. */
    ask: () => void;
    /** Does something and goes back to the bench. */
    act: (work: () => void) => () => void;
    back: () => void;
  }
  let { panel, bench, desk, cable, data, format, kit, has, shaken, send, ask, act, back }: Props = $props();
  const focus = $derived(bench.work.focus);
</script>

{#if panel === 'reasons'}
  <Reasons
    onReason={(reason) => act(() => desk.discard(reason))()}
    trimming={desk.trimming !== undefined}
    close={back}
  />
{:else if panel === 'keypad'}
  <Keypad {desk} unit={format.unit} take={act(() => desk.press())} close={back} />
{:else if panel === 'kit'}
  <Kit title="Kit: {bench.work.procedure?.name ?? ''}" {kit} {has} close={back} />
{:else if panel === 'pieces'}
  <Pieces
    state={bench.state}
    animal={bench.animal}
    orders={data.orders}
    {format}
    name={bench.name}
    take={(kind, item) => act(() => desk.take(kind, item))()}
    move={(item, tub) => act(() => desk.move(item, tub))()}
    turnSide={(item) => act(() => desk.turnSide(item))()}
    throwAway={(item, reason) => act(() => desk.throwAway(item, reason))()}
    takeBack={(entry) => act(() => desk.takeBack(entry))()}
    photograph={(item) => (location.href = `/animals/${data.card.code}?of=${item}#records`)}
    close={back}
  />
{:else if panel === 'schools' && focus}
  <Schools
    schools={bench.ways}
    {format}
    figures={(school) => schoolFigures(bench.state, focus, school, birthWeights(bench.entries), data.minutes)}
    now={bench.work.procedure?.key}
    choose={(key) =>
      act(() => {
        desk.goBy(focus.id, key);
        ask();
      })()}
    close={back}
  />
{:else if panel === 'keys'}
  <Keys close={back} letters={data.letterKeys} />
{:else if panel === 'scale'}
  <ScalePanel
    send={data.standIn ? send : undefined}
    {shaken}
    unit={data.larder.units}
    cable={cable.offered
      ? { on: cable.on, toggle: () => void cable.toggle(), fault: cable.fault }
      : undefined}
    close={back}
  />
{/if}
