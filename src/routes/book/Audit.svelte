<script lang="ts">
  import { onMount } from 'svelte';
  import type { Finding } from '$core/book';
  import { FINDINGS, auditStageText, type AuditStage } from '$lib/words/audit';
  import { nearest, sendJson } from '$lib/device/send';
  import { Field } from '$lib/ui/fields';
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
  /** Of how the larder stands now, to be written down elsewhere. */
  let seal = $state<{ code: string; at: number; entries: number }>();
  let written = $state('');
  let fault = $state('');
  let halt = new AbortController();

  async function give() {
    const sent = await sendJson<{ code: string; at: number; entries: number }>('/api/v1/seal', 'POST');
    if (sent.ok) seal = sent.body;
    fault = sent.ok ? '' : sent.text;
  }

  function hear(line: string) {
    if (line === '') return;
    const said = JSON.parse(line) as Said;
    if (said.kind === 'progress') now = said;
    else if (said.kind === 'finding') findings.push(said.finding);
    else ({ sum } = said);
  }

  async function listen() {
    const code = written.trim() === '' ? '' : `&code=${encodeURIComponent(written)}`;
    const response = await fetch(`/api/v1/audit?as=lines${code}`, { signal: halt.signal });
    if (!response.ok) {
      const problem = (await response.json()) as { title?: string; detail?: string };
      // What stands from the audit before stands on.
      if (response.status === 422) fault = nearest(problem) ?? '';
      else broken = nearest(problem) ?? AWAY;
      return;
    }
    [now, sum] = [undefined, undefined];
    findings = [];
    const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
    let rest = '';
    for (let piece = await reader?.read(); piece && !piece.done; piece = await reader?.read()) {
      const lines = (rest + piece.value).split('\n');
      rest = lines.pop() ?? '';
      lines.forEach(hear);
    }
  }

  function begin() {
    halt = new AbortController();
    [broken, fault] = ['', ''];
    listen()
      .catch(() => undefined)
      .then(() => {
        if (!sum && broken === '') broken = halt.signal.aborted ? 'Stopped.' : AWAY;
      });
  }
  onMount(() => {
    begin();
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
      intent, nothing is overdrawn, and the figures on the pages are those of the entries. Nothing beside the book
      was changed past the program. Not accounted for in total: {format.mass(sum.unaccountedAbs)}.
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
      <p class="soft small">The book ends with <code>{sum.hash.slice(0, 16)}…</code></p>
    {/if}
    <div class="sealed">
      <div>
        {#if seal}
          <p>
            Write this down, and keep it away from this machine:
            <strong class="code mono">{seal.code}</strong>
            <span class="soft"
              >{format.moment(seal.at)}, {seal.entries} entries. Each backup holds one too.</span
            >
          </p>
        {:else}
          <button class="press" type="button" onclick={() => void give()}>Give a seal to write down</button>
          <p class="soft small">
            A code of the whole larder as it stands. If somebody makes the file anew, it fits no longer.
          </p>
        {/if}
      </div>
      <form
        onsubmit={(event) => {
          event.preventDefault();
          begin();
        }}
      >
        <Field label="A seal you wrote down" name="seal" bind:value={written} fault={fault || undefined} />
        <button class="press">Audit with it</button>
      </form>
    </div>
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
  .sealed {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
    gap: 14px 36px;
    align-items: end;
    margin-top: 14px;
  }
  /* Beside the field, under its label, whether a fault stands below or not. */
  form .press {
    margin-top: 1.65rem;
  }
  .code {
    display: block;
    font-size: 1.2rem;
    white-space: nowrap;
  }
  form {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 10px;
    align-items: start;
  }
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
