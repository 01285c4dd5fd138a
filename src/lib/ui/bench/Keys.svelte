<script lang="ts">
  import { TUBS, TUB_KEYS } from '$core/reference';
  import Overlay from '$lib/ui/Overlay.svelte';

  let { close, letters }: { close: () => void; letters: boolean } = $props();
  const rows: [string, string][] = [
    ['Alt + 1…9, 0', 'field, weigh in, hanging, bench, grind, wrap, cold store, worth, book, settings'],
    ['Alt + P', 'plan'],
    ['T', 'trace, from anywhere but the bench'],
    ['?', 'this list'],
    ['Esc', 'back'],
    ['Space, pedal', 'take the reading, open, or close: what the green button says, at the bench'],
    ['Page up, second pedal', 'all of the step in hand, and back, at the bench'],
    ['0–9', 'type a weight, at the bench'],
    ['/', 'look for an animal; at the bench, find a cut under any name']
  ];
  const lettered: [string, string][] = [
    ['Y', 'yes to what is asked: keep both, write it off, glands out'],
    ['U', 'undo this device’s last entry'],
    ['N, B', 'next step, step before'],
    ['T', 'take it, then trim and weigh again'],
    ['W', 'weigh by tub, on and off'],
    ['M', 'the knife is in the muscle: said at this step'],
    ['V', 'the step spoken aloud, on and off'],
    ['X', 'discard, with a reason'],
    ['L', 'what lies off: move, part, trim, weigh again'],
    ['E', 'the knife is sharp: its minutes begin anew'],
    [
      TUB_KEYS.map((k) => TUBS[k].letter).join(' '),
      `to ${TUB_KEYS.map((k) => TUBS[k].name.toLowerCase()).join(', ')}`
    ]
  ];
</script>

<Overlay title="Keys" {close} wide>
  <dl>
    {#each letters ? [...rows, ...lettered] : rows as [key, what] (what)}<div>
        <dt class="mono">{key}</dt>
        <dd>{what}</dd>
      </div>{/each}
  </dl>
  {#if !letters}<p class="soft">Letter keys are switched off in Settings.</p>{/if}
</Overlay>

<style>
  dl div {
    display: grid;
    grid-template-columns: 150px 1fr;
    gap: 12px;
    padding: 7px 0;
    border-top: 1px solid var(--line);
  }
  dt {
    font-weight: 600;
  }
</style>
