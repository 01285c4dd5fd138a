<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import type { RollCuts } from '$core/wrap';
  import { parseFigure, under } from '$core/units';
  import { sendJson } from '$lib/device/send';
  import type { Wrapping } from '$lib/wrap/wrapping.svelte';
  import { Field } from '$lib/ui/fields';
  import Fold from '$lib/ui/Fold.svelte';

  let { wrapping, cuts }: { wrapping: Wrapping; cuts: RollCuts | undefined } = $props();
  const { wrapping: own } = $derived(wrapping.data);
  let open = $state(false);
  let said = $state('');
  let width = $state('');
  let length = $state('6');
  const metres = (mm: number) => `${(mm / 1000).toFixed(2)} m`;
  const bags = $derived(cuts?.cuts.reduce((n, c) => n + c.bags.length, 0) ?? 0);
  const lefts = $derived(Object.fromEntries(cuts?.cuts.map((c) => [c.roll, c]) ?? []));

  async function keep(next: Partial<typeof own>): Promise<void> {
    const sent = await sendJson('/api/v1/wrapping', 'PUT', next);
    said = sent.ok ? '' : sent.text;
    if (sent.ok) await refresh('larder:stock');
  }
  function add(): void {
    const [w, m] = [parseFigure(width) ?? 0, parseFigure(length) ?? 0];
    if (!(w >= 50 && w <= 1000 && m > 0 && m <= 500)) {
      said = 'a width of 50 to 1000 mm, and metres up to 500';
      return;
    }
    const id = `r${Math.round(w)}-${own.rolls.length + 1}-${Date.now().toString(36)}`;
    void keep({
      rolls: [...own.rolls, { id, width: Math.round(w), left: Math.round(m * 1000), begun: false }]
    });
    width = '';
  }
</script>

{#if cuts}
  <p class="cuts">
    {#if cuts.spent > 0}{bags === 1 ? 'One bag takes' : `${bags} bags take`}
      {metres(cuts.spent)} of film{#if cuts.opened > 0},
        {cuts.opened === 1 ? 'one new roll' : `${cuts.opened} new rolls`}{/if}{#if cuts.wasted > 0},
        {metres(cuts.wasted)} of ends too short for another{/if}.{/if}
    {#if cuts.without.length > 0}<strong class="rust"
        >{cuts.without.length === 1 ? 'One bag' : `${cuts.without.length} bags`} cannot be cut: no roll on the shelf
        is wide or long enough.</strong
      >{/if}
    {#if cuts.over > 0}<span class="soft">At most {cuts.over} more than the fewest rolls thinkable.</span
      >{/if}
    {#if cuts.spent > 0}<button
        class="quiet"
        type="button"
        onclick={() => void keep({ rolls: wrapping.rollsAfter() })}>They are cut</button
      >{/if}
  </p>
{/if}
<Fold title="Rolls on the shelf, sealer" bind:open>
  <div class="rolls">
    <ul>
      {#each own.rolls as roll (roll.id)}
        {@const cut = under(lefts, roll.id)}
        <li>
          <span><strong>{roll.width} mm</strong> {roll.begun ? 'begun' : 'new'}</span>
          <span class="line" title="{metres(roll.left)} left"
            ><span style:width="{(roll.left / Math.max(6000, roll.left)) * 100}%"
              >{#if cut}<i style:width="{(1 - cut.left / Math.max(1, roll.left)) * 100}%"></i>{/if}</span
            ></span
          >
          <span class="mono">{metres(roll.left)}</span>
          <button
            class="quiet"
            type="button"
            onclick={() => void keep({ rolls: own.rolls.filter((r) => r.id !== roll.id) })}>used up</button
          >
        </li>
      {:else}<li class="soft">No roll.</li>{/each}
    </ul>
    <div class="pair">
      <Field label="A new roll, wide" bind:value={width} inputmode="numeric" unit="mm" />
      <Field label="long" bind:value={length} inputmode="decimal" unit="m" />
      <button class="press" type="button" onclick={add}>Put it on</button>
    </div>
    <div class="pair">
      <Field
        label="Sealer"
        value={own.sealer}
        items={[
          { value: 'clamp', name: 'clamp, outside the machine' },
          { value: 'chamber', name: 'chamber' }
        ]}
        onchange={(e: Event) => {
          const sealer = (e.currentTarget as HTMLSelectElement).value as 'clamp' | 'chamber';
          void keep({ sealer, allowance: sealer === 'clamp' ? 95 : 45 });
        }}
      />
      <Field
        label="It needs beyond the piece"
        value={String(own.allowance)}
        inputmode="numeric"
        unit="mm"
        onchange={(e: Event) => {
          const allowance = Number((e.currentTarget as HTMLInputElement).value);
          void keep({ allowance: Math.round(allowance) });
        }}
      />
    </div>
    {#if said}<p class="rust" role="alert">{said}</p>{/if}
  </div>
</Fold>

<style>
  .cuts {
    line-height: 1.35;
  }
  .rust {
    color: var(--rust);
    font-weight: 600;
  }
  .rolls {
    display: flex;
    flex-direction: column;
    gap: 14px;
    padding: 6px 0 14px;
  }
  li {
    display: grid;
    grid-template-columns: 120px minmax(0, 1fr) 70px auto;
    gap: 12px;
    align-items: center;
    min-height: 40px;
  }
  .line {
    height: 14px;
    border: 1.5px solid var(--edge);
    border-radius: 7px;
    overflow: hidden;
  }
  .line > span {
    display: block;
    height: 100%;
    background: color-mix(in oklab, var(--ice) 45%, var(--card));
  }
  .line i {
    display: block;
    height: 100%;
    background: var(--ice);
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr auto;
    gap: 12px;
    align-items: end;
  }
</style>
