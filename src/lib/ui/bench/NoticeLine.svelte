<script lang="ts">
  import { onMount } from 'svelte';
  import type { Doubted } from '$core/book';
  import { glandTick } from '$core/reference';
  import { DOUBT_NO, DOUBT_YES } from '$lib/words/doubts';
  import type * as NoticeWords from './notice-words';
  import { useSession } from '$lib/bench/session.svelte';

  const session = useSession();
  const { bench, desk } = session;
  const format = $derived(session.format);
  const notice = $derived(desk.notice);
  /** What is pointed at on the drawing. */
  const aside = $derived(session.pointed);
  const last = $derived(desk.lastTaken);
  const letters = $derived(session.data.letterKeys);
  const close = session.act(() => (desk.notice = undefined));
  const retry = session.act(() => desk.notice?.retry?.());
  const also = session.act(() => desk.notice?.also?.run());
  const correct = session.act(() => desk.notice?.correct && desk.take('correct', desk.notice.correct));
  const chain = session.act(() => desk.voidAll(desk.notice?.chain ?? []));
  const drop = session.act((id: string, asked: Doubted | undefined) => desk.drop(id, asked));

  let say = $state.raw<typeof NoticeWords>();
  onMount(() => void import('./notice-words').then((loaded) => (say = loaded)));

  const conflict = $derived(bench.outbox.conflicts.find((c) => c.draft.intent.animal === bench.animal));
  /** What somebody else has booked may not be known here yet. */
  const named = (id: string) => (bench.state.items[id] ? bench.name(id) : 'The same cut');
  /** A question of the book about an entry that was sent. */
  const asked = $derived(conflict?.refusal.code === 'doubt' ? conflict.refusal.why : undefined);
  const lastWord = $derived(
    last?.expected
      ? last.grams < last.expected.low
        ? 'light'
        : last.grams > last.expected.high
          ? 'heavy'
          : 'as expected'
      : ''
  );
  const words = $derived(
    Object.fromEntries(
      bench.work.rows.flatMap(({ key, title: named, act }) =>
        act.kind === 'glands' ? act.keys.map((gland) => [glandTick(gland, act.side), named]) : [[key, named]]
      )
    )
  );
  /** Something is asked: the whole of it must be read, and it may lie over the foot of the drawing. */
  const asks = $derived(
    conflict !== undefined ||
      notice?.kind === 'refused' ||
      notice?.kind === 'chain' ||
      notice?.retry !== undefined
  );
  const title = (id: string) => {
    const entry = bench.entries.find((e) => e.id === id);
    return entry && say ? say.entryTitle(entry, bench.name, format, words) : 'an entry';
  };
</script>

<div class="notice" class:asks class:says={asks || notice !== undefined} role="status" data-testid="notice">
  <div class="inner">
    {#if conflict && say}
      <p>
        <strong>{asked ? 'Before it is booked:' : 'Not booked:'}</strong>
        {say.entryTitle(conflict.draft, bench.name, format, words)}. {say.refusalText(
          conflict.refusal as never,
          format,
          asked === 'twice' ? named : bench.name
        )}
      </p>
      {#if asked}<button
          class="press"
          type="button"
          data-testid="keep"
          onclick={() => void bench.insist(conflict.draft.id, asked)}>{DOUBT_YES[asked]}</button
        >{/if}
      <button class="press" type="button" onclick={() => drop(conflict.draft.id, asked)}
        >{asked ? DOUBT_NO[asked] : 'I have seen it'}</button
      >
    {:else if notice?.kind === 'refused' && notice.refusal && say}
      <p>{say.refusalText(notice.refusal, format, bench.name)}</p>
      {#if notice.retry}<button class="press" type="button" data-testid="keep" onclick={retry}
          >{notice.retryWords}{#if letters}<small class="key">Y</small>{/if}</button
        >{/if}
      {#if notice.also}<button class="press" type="button" onclick={also}>{notice.also.words}</button>{/if}
      {#if notice.correct}<button class="press" type="button" onclick={correct}>Its weight was wrong</button
        >{/if}
      <button class="press" type="button" onclick={close} aria-label="Close the message"
        >{notice.leaveWords ?? 'Leave it'}</button
      >
    {:else if notice?.kind === 'chain' && notice.chain}
      <p>
        {notice.chain.length - 1} later stand on “{title(notice.chain.at(-1) ?? '')}”: {notice.chain
          .slice(0, -1)
          .map(title)
          .join('; ')}.
      </p>
      <button class="press" type="button" onclick={chain}>Take all {notice.chain.length} back</button>
      <button class="press" type="button" onclick={close}>Leave it</button>
    {:else if notice?.text}
      <p>{notice.text}</p>
      {#if notice.retry}<button class="press" type="button" data-testid="keep" onclick={retry}
          >{notice.retryWords}{#if letters}<small class="key">Y</small>{/if}</button
        >{/if}
      <button class="press" type="button" onclick={close} aria-label="Close the message"
        >{notice.retry ? 'Leave it' : 'Good'}</button
      >
    {:else if aside}
      <p class="last" data-testid="pointed">{aside}</p>
    {:else if last}
      {#key last}<p class="last">
          <strong>{last.text}</strong>
          {format.mass(last.grams, 3)}{#if lastWord}, <span class={lastWord === 'light' ? 'off' : ''}
              >{lastWord}</span
            >{/if}{#if last.expected}{' '}<span class="soft">({format.range(last.expected)})</span>{/if}
        </p>{/key}
    {:else}
      <p class="last soft">What is taken is said here, with what was expected of it.</p>
    {/if}
  </div>
</div>

<style>
  .notice {
    position: relative;
    border-top: 1px solid var(--line);
    border-bottom: 1px solid var(--line);
  }
  .inner {
    height: 100%;
    display: flex;
    align-items: center;
    gap: 8px;
    padding: 0 20px;
    overflow: hidden;
  }
  .asks .inner {
    position: absolute;
    inset: auto -1px -1px;
    z-index: 2;
    height: auto;
    min-height: calc(100% + 2px);
    flex-wrap: wrap;
    padding: 9px 20px 8px;
    background: var(--card);
    border: 1px solid var(--line);
    border-top: 2px solid var(--brass);
  }
  .notice.asks p {
    flex: 1 1 100%;
    max-height: 9rem;
    font-size: 0.97rem;
  }
  .notice p {
    flex: 1;
    min-width: 0;
    max-height: 52px;
    overflow: auto;
    font-size: 0.9rem;
    line-height: 1.25;
    color: var(--brass);
    font-weight: 600;
  }
  .notice .last {
    color: var(--ink);
    font-weight: 400;
    font-size: 0.97rem;
  }
  .notice .last.soft {
    color: var(--soft);
  }
  .off {
    color: var(--brass);
    font-weight: 650;
  }
  .key {
    margin-left: 8px;
    padding: 0 6px;
    border: 1px solid var(--line);
    border-radius: 3px;
    font-family: var(--font-mono);
  }
  .press {
    flex: none;
    font-size: 0.9rem;
    padding: 0.3rem 0.8rem;
  }
</style>
