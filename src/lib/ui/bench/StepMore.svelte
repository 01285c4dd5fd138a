<script lang="ts">
  import { onMount } from 'svelte';
  import { CAUTION_CODA, JOINTS, MEND } from '$core/reference';
  import { cautionMarks } from '$core/bench';
  import { useSession } from '$lib/bench/session.svelte';
  import { dismissed } from '$lib/bench/today.svelte';
  import { trimWords } from '$lib/words/piece';
  import { pieceLine, pieceOf, stepWords } from './notice-words';
  import Overlay from '$lib/ui/Overlay.svelte';

  const session = useSession();
  const { desk, voice, back } = session;
  const row = $derived(desk.row);
  const joints = $derived((row?.bones ?? []).flatMap((key) => JOINTS[key] ?? []));
  const marks = $derived(
    cautionMarks(session.cautionKeys, (key) => dismissed.has(key), session.data.cautions, session.group)
  );
  const takes = $derived(row?.act.kind === 'take');
  const piece = $derived(row && pieceOf(row, session));
  const trim = $derived(piece && trimWords(piece, session.format));
  const warns = $derived(row ? stepWords.warnLines(row, session) : []);
  const sides = $derived(row && stepWords.sidesLines(row, session));
  const worth = $derived(row && stepWords.worthLine(row, session));
  const gouge = session.act(() => desk.gouge());

  /** The next press on the drawing is the place. */
  function where() {
    session.marking = true;
    back();
  }
  /** Large animals hang; their parts lie. */
  const hangs = $derived(session.focus?.kind === 'carcass');
  function hang() {
    session.hung = !session.hung;
    localStorage.setItem('yonder-hung', session.hung ? '1' : '0');
    back();
  }

  // With a voice the rest is read on from where the card ends.
  onMount(() => {
    if (!row) return;
    voice.say([
      ['feel', row.feel && `Feel: ${row.feel}.`],
      ['wrong', row.wrong && `What goes wrong: ${row.wrong}.`],
      ['why', row.why && `Why now: ${row.why}.`],
      [undefined, row.holds && `It is held at the last by: ${row.holds.join(', then ')}.`],
      ...marks.map((c) => [undefined, c.text] as const)
    ]);
    return () => voice.hush();
  });
</script>

<Overlay title={row?.title ?? ''} close={back} wide>
  {#if row}
    <div class="all">
      <p class="do">{row.doing}</p>
      {#if sides}<p class="sides">{sides}</p>{/if}
      {#each warns as warn (warn.key)}<p class="look" data-warn={warn.key}>{warn.text}</p>{/each}
      {#if row.look}<p class="look">{row.look}</p>{/if}
      <dl>
        {#if row.feel}<div class:said={voice.line === 'feel'}>
            <dt>Feel</dt>
            <dd>{row.feel}</dd>
          </div>{/if}
        {#if row.holds}<div>
            <dt>Holds it at the last</dt>
            <dd>{row.holds.join(', then ')}</dd>
          </div>{/if}
        {#if row.wrong}<div class:said={voice.line === 'wrong'}>
            <dt>Goes wrong</dt>
            <dd>{row.wrong}</dd>
          </div>{/if}
        {#if row.why}<div class:said={voice.line === 'why'}>
            <dt>Why now</dt>
            <dd>{row.why}</dd>
          </div>{/if}
        {#each joints as joint (joint.name)}<div>
            <dt>{joint.name}</dt>
            <dd>
              Feel: {joint.feel}.{#if joint.knife}{' '}Knife: {joint.knife}.{/if}{#if joint.miss}{' '}Missed:
                {joint.miss}.{/if}
            </dd>
          </div>{/each}
        {#if piece}<div>
            <dt>The piece</dt>
            <dd>
              {pieceLine(row, session)}{#if trim}; {trim}{/if}{#if worth}. {worth}{/if}
            </dd>
          </div>{/if}
      </dl>
      {#each marks as c (c.key)}<p class="caution" class:always={c.always} data-full={c.key}>
          <strong>{c.mark}.</strong>
          {c.text}
          {#if c.fresh}<button type="button" class="quiet" onclick={() => dismissed.add(c.key)}
              >Not again today</button
            >{/if}
        </p>{/each}
      {#if marks.length > 0}<p class="soft">{CAUTION_CODA}</p>{/if}
      {#if takes}<p class="mend soft">{MEND}</p>{/if}
    </div>
    <div class="ways">
      {#if takes}<button class="press slip" type="button" onclick={gouge}>I am in the muscle</button>
        <button class="press" type="button" onclick={where}>Show where</button>{/if}
      {#if hangs}<button class="press" type="button" onclick={hang}
          >{session.hung ? 'Draw it lying' : 'Draw it hung'}</button
        >{/if}
      {#if session.kit.length > 0}<button class="press" type="button" onclick={session.show('kit')}
          >Kit</button
        >{/if}
      <button class="press" type="button" aria-pressed={voice.on} onclick={() => voice.toggle()}
        >{voice.on ? 'Silent' : 'Say it aloud'}</button
      >
    </div>
    {#if voice.on}<p class="soft" role="status">
        {voice.none
          ? 'This device has no voice of its own: read it here.'
          : 'Each step is read aloud as it comes; a second pedal reads all of it.'}
      </p>{/if}
  {/if}
</Overlay>

<style>
  .sides {
    white-space: pre-line;
  }
  .all {
    max-height: min(58vh, 560px);
    overflow: auto;
    scrollbar-width: thin;
    font-size: 1.12rem;
    line-height: 1.35;
  }
  .do {
    font-size: 1.25rem;
  }
  .look {
    margin-top: 6px;
    padding-left: 10px;
    border-left: 4px solid var(--brass);
    color: var(--brass);
    font-weight: 600;
  }
  dl {
    margin-top: 8px;
  }
  dl div {
    display: grid;
    grid-template-columns: 130px 1fr;
    gap: 12px;
    padding: 6px 0;
    border-top: 1px solid var(--line);
  }
  dt {
    font-weight: 700;
    color: var(--spruce-text);
  }
  .said {
    background: var(--next);
  }
  .caution {
    margin-top: 8px;
    padding: 2px 0 2px 10px;
    border-left: 4px solid var(--edge);
  }
  .caution.always {
    border-color: var(--rust);
  }
  .mend {
    margin-top: 10px;
  }
  .ways {
    display: flex;
    gap: 10px;
    margin-top: 12px;
  }
  .ways .press {
    flex: 1;
    min-height: 56px;
  }
  .slip {
    border-color: var(--rust);
    color: var(--rust);
  }
  @media (max-width: 30em) {
    dl div {
      grid-template-columns: 1fr;
      gap: 0;
    }
  }
</style>
