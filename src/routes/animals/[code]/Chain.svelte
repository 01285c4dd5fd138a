<script lang="ts">
  import { under } from '$core/units';
  import type { Limits } from '$lib/forms/limits';
  import { refreshAll } from '$lib/device/refresh';
  import type { CustodyLine, SentOut } from '$core/book';
  import type { Brought, Reminder } from '$core/rules';
  import type BringList from '$lib/ui/Bring.svelte';
  import type { Comparison } from '$core/worth';
  import type { Formatter } from '$lib/words/formatter';
  import { bookAll, thenShow } from '$lib/device/post';

  interface Props {
    animal: string;
    /** Its body in the book, where there is one. */
    item: string | undefined;
    line: CustodyLine[];
    sent: (SentOut & {
      left: number;
      compared: Comparison;
      bills: { currency: string; amount: number }[];
    })[];
    /** With the step that its tick names. */
    reminders: (Reminder & { step: string; list: Brought[] })[];
    /** Questions that are fair to ask. */
    fair: string[];
    rooms: Record<string, string>;
    /** Of what comes back, by its schema. */
    limits: Limits;
    hand: string;
    name: (id: string) => string;
    unit: 'kg' | 'lb';
    currency: string;
    format: Formatter;
  }
  let {
    animal,
    item,
    line,
    sent,
    reminders,
    fair,
    rooms,
    limits,
    hand,
    name,
    unit,
    currency,
    format
  }: Props = $props();
  /** What must come out: loaded where a card asks for it. */
  let Bring = $state.raw<typeof BringList | undefined>();
  $effect(() => {
    if (reminders.some((r) => r.list.length > 0))
      void import('$lib/ui/Bring.svelte').then((loaded) => (Bring = loaded.default));
  });
  /** A bill for each kilo or pound of so many grams. */
  const each = ({ currency, amount }: { currency: string; amount: number }, grams: number) =>
    `${format.rate((amount * 1000) / grams, currency)} a ${format.unitWord}`;
  let fault = $state('');
  let said = $state('');

  const SOURCES: Record<string, string> = {
    hunt: 'own hunt',
    guest: 'a guest',
    dealer: 'a dealer',
    customer: 'a customer',
    salvage: 'road salvage'
  };
  function words(l: CustodyLine): string {
    switch (l.what) {
      case 'came':
        return `Came in${l.who ? `: ${SOURCES[l.who] ?? l.who}` : ''}`;
      case 'moved':
        return l.who === 'field'
          ? 'In the field'
          : `To the ${(under(rooms, l.who ?? '') ?? l.who ?? '').toLowerCase()}`;
      case 'held':
        return 'Held back';
      case 'lifted':
        return 'Hold lifted';
      case 'condemned':
        return 'Condemned';
      case 'sent':
        return `Sent to ${l.who}`;
      case 'returned':
        return `Back from ${l.who}`;
      case 'given':
        return `Given to ${l.who}`;
      case 'sampled':
        return `Sample to ${l.who}`;
      case 'examined':
        return `Examined by ${l.who}`;
    }
  }
  async function tick(r: { step: string }) {
    if (!item) return;
    const done = await bookAll(
      [{ intent: { kind: 'tick', animal, item, step: r.step, how: 'done' } }],
      hand,
      format
    );
    fault = done.ok ? '' : done.text;
    if (!done.ok) return;
    said = done.said;
    await thenShow(done, refreshAll);
  }
  const VERDICTS: Record<Comparison['verdict'], string> = {
    below: 'Less than such an animal gives. It is fair to ask:',
    within: 'About what such an animal gives.',
    above: 'More than such an animal gives: was something mixed in?',
    open: 'Not all is back yet.'
  };
</script>

<section class="chain">
  <div>
    <h2>Who had it, and when</h2>
    <ol>
      {#each line as l (l.entry)}
        <li class={l.what}>
          <span class="when soft">{format.moment(l.at)}</span>
          <span
            ><strong>{words(l)}</strong>{#if l.note}<span class="soft">, {l.note}</span>{/if}
            <span class="soft small"
              >{l.grams === undefined
                ? ''
                : `${format.mass(l.grams, 1)}${l.stage && l.what !== 'returned' ? ` ${l.stage}` : ''}, `}{l.held >
              0
                ? `${l.held} hold${l.held === 1 ? '' : 's'}, `
                : ''}by {l.hand}</span
            ></span
          >
        </li>
      {/each}
    </ol>
  </div>
  <div>
    {#if reminders.length > 0}
      <h2>Rule cards</h2>
      {#each reminders as r (r.card.key)}
        <p class="rule" class:done={r.done}>
          <span
            ><strong>{r.card.title}</strong>{#if r.due !== undefined}, by {format.moment(
                r.due
              )}{/if}{#if r.card.says}{' '}<span class="soft small">{r.card.says}</span>{/if}</span
          >
          {#if r.done}<span class="soft">done</span>{:else if item}<button
              class="press"
              type="button"
              onclick={() => void tick(r)}>Done</button
            >{/if}
        </p>
        {#if r.list.length > 0 && Bring}<Bring
            lines={r.list}
            {format}
            say={item ? (line) => void tick(line) : undefined}
          />{/if}
      {/each}
      {#if fault}<p class="fault" role="alert">{fault}</p>{/if}
      {#if said}<p role="status">{said}</p>{/if}
    {/if}
    {#each sent as s (s.entry)}
      <h2>Sent out to {s.party}</h2>
      <p>
        {name(s.item)}, {format.mass(s.sent, 1)}, {format.moment(s.at)}.{#if s.wishes}{' '}<span class="soft"
            >Wished for: {s.wishes}</span
          >{/if}
      </p>
      <p>
        Expected back <span class="modelled">{format.range(s.compared.expected, 1)} boneless</span
        >{#if s.compared.back > 0}; came back <strong>{format.mass(s.compared.back)}</strong
          >{#if s.returns.some((r) => r.bought > 0)}{' '}<span class="soft">without what was bought in</span
            >{/if}{/if}.
      </p>
      {#if s.returns.length > 0}<p class="verdict {s.compared.verdict}">
          {VERDICTS[s.compared.verdict]}
        </p>{/if}
      {#if s.compared.verdict === 'below'}<ul class="fair">
          {#each fair as question (question)}<li>{question}</li>{/each}
        </ul>{/if}
      {#each s.bills as bill (bill.currency)}<p class="soft">
          Bill {format.otherMoney([bill])}{s.sent > 0 ? `: ${each(bill, s.sent)} sent` : ''}{s.compared.back >
          0
            ? `, ${each(bill, s.compared.back)} back`
            : ''}.
        </p>{/each}
      {#if s.left > 0}{#await import('./Returned.svelte') then { default: Returned }}<Returned
            {animal}
            sent={s}
            {limits}
            {hand}
            {unit}
            {currency}
            {format}
          />{/await}{/if}
    {/each}
  </div>
</section>

<style>
  .chain {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 380px), 1fr));
    gap: 10px 44px;
    border-top: 1px solid var(--line);
    padding-top: 14px;
    margin-top: 16px;
  }
  h2 {
    font-size: 1.1rem;
    margin-bottom: 8px;
  }
  ol li {
    display: grid;
    grid-template-columns: 118px 1fr;
    gap: 10px;
    padding: 5px 0 5px 12px;
    border-left: 2px solid var(--edge);
    line-height: 1.35;
  }
  li.held,
  li.condemned {
    border-color: var(--rust);
  }
  .when {
    white-space: nowrap;
    font-size: 0.93rem;
  }
  .rule {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 10px;
    border-left: 5px solid var(--brass);
    padding: 4px 0 4px 12px;
    margin-bottom: 8px;
  }
  .rule.done {
    border-color: var(--line);
  }
  .verdict {
    font-weight: 650;
  }
  .verdict.below {
    color: var(--rust);
  }
  .fair {
    list-style: disc;
    padding-left: 20px;
  }
</style>
