<script lang="ts">
  import { onMount } from 'svelte';
  import type { Finding } from '$core/book';
  import { FINDINGS, auditStageText, type AuditStage } from '$lib/words/audit';
  import { AWAY } from '$lib/words/away';
  import type { Formatter } from '$lib/words/formatter';

  interface Props {
    format: Formatter;
    /** Codes of animals that the page knows, by id. */
    codes: Readonly<Record<string, string>>;
  }
  let { format, codes }: Props = $props();

  type Said =
    | { kind: 'progress'; stage: AuditStage; done: number; total: number }
    | { kind: 'finding'; finding: Finding }
    | { kind: 'sum'; sum: { entries: number; animals: number; unaccountedAbs: number; hash: string } };
  const SHOWN = 50;

  let now = $state<Extract<Said, { kind: 'progress' }>>();
  let findings = $state<Finding[]>([]);
  let sum = $state<Extract<Said, { kind: 'sum' }>['sum']>();
  let broken = $state('');
  const halt = new AbortController();

  function hear(line: string) {
    if (line === '') return;
    const said = JSON.parse(line) as Said;
    if (said.kind === 'progress') now = said;
    else if (said.kind === 'finding') findings.push(said.finding);
    else ({ sum } = said);
  }

  async function listen() {
    const response = await fetch('/api/v1/audit?as=lines', { signal: halt.signal });
    const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
    let rest = '';
    for (let piece = await reader?.read(); piece && !piece.done; piece = await reader?.read()) {
      const lines = (rest + piece.value).split('\n');
      rest = lines.pop() ?? '';
      lines.forEach(hear);
    }
  }

  onMount(() => {
    listen()
      .catch(() => undefined)
      .then(() => {
        if (!sum) broken = halt.signal.aborted ? 'Stopped.' : AWAY;
      });
    return () => halt.abort();
  });
</script>

<div
  class="audit"
  class:bad={findings.length > 0}
  role="status"
  data-testid="audit"
  data-ended={sum ? 'true' : undefined}
>
  {#if sum && findings.length === 0}
    <p>
      <strong>Nothing wrong found.</strong>
      {sum.entries} entries of {sum.animals} animals: each is as it was booked, sums to zero and follows from its
      intent, nothing is overdrawn, and the figures on the pages are those of the entries. Not accounted for in
      total:
      {format.mass(sum.unaccountedAbs)}.
    </p>
  {:else if findings.length > 0}
    <p>
      <strong>{findings.length} finding{findings.length === 1 ? '' : 's'}</strong>{#if sum}{' '}in {sum.entries}
        entries{/if}.
    </p>
    <ul>
      {#each findings.slice(0, SHOWN) as finding, i (i)}
        <li>
          <strong>{FINDINGS[finding.code].name}</strong>
          <span
            >{#if finding.item && codes[finding.item]}{codes[finding.item]}:{' '}{/if}{finding.text}.
            <span class="soft">{FINDINGS[finding.code].todo}</span>
            {#if finding.entry ?? finding.item}<code class="soft">{finding.entry ?? finding.item}</code
              >{/if}</span
          >
        </li>
      {/each}
    </ul>
    {#if findings.length > SHOWN}<p class="soft">and {findings.length - SHOWN} more</p>{/if}
  {/if}
  {#if sum}
    {#if sum.hash}
      <p class="soft small">
        The book ends with <code>{sum.hash.slice(0, 16)}…</code> Written down elsewhere, these figures show later
        whether it is still the same book.
      </p>
    {/if}
  {:else if broken}
    <p>{broken}</p>
  {:else}
    <div class="how">
      <progress max={now?.total ?? 1} value={now?.done ?? 0}></progress>
      <span>{now ? auditStageText(now.stage, now.done, now.total) : 'Beginning'}</span>
      <button class="press press-quiet" type="button" onclick={() => halt.abort()}>Stop</button>
    </div>
  {/if}
</div>

<style>
  .audit {
    padding: 12px 16px;
    border-left: 6px solid var(--spruce-text);
    background: var(--card);
    margin-bottom: 14px;
  }
  .audit.bad {
    border-color: var(--rust);
  }
  li {
    display: grid;
    grid-template-columns: 200px minmax(0, 1fr);
    gap: 12px;
    padding: 8px 0;
    border-top: 1px solid var(--line);
  }
  code {
    overflow-wrap: anywhere;
    font-size: 0.85rem;
  }
  .small {
    margin-top: 8px;
  }
  .how {
    display: grid;
    grid-template-columns: minmax(120px, 260px) minmax(0, 1fr) auto;
    gap: 14px;
    align-items: center;
  }
  @media (max-width: 43.75em) {
    li,
    .how {
      grid-template-columns: minmax(0, 1fr);
      gap: 4px;
    }
  }
</style>
