<script lang="ts">
  import { QUESTIONS, type Answer, type Question } from '$core/chill';
  import { COOLING_NAMES } from '$core/reference';
  import type { Formatter } from '$lib/words/formatter';
  import { spanWords } from '$lib/words/time';
  import { answerWords } from '$lib/words/window';
  import { QUESTION_WORDS } from './questions';

  interface Props {
    answers: Partial<Record<Question, Answer>>;
    /** Whose second way is drawn. */
    shown: Question | undefined;
    /** The model is still at it. */
    busy: boolean;
    /** Something can still be done to the animal. */
    open: boolean;
    /** Something is on its way to the book. */
    held: boolean;
    target: number;
    /** It is down to its target already. */
    cold: boolean;
    pick: (question: Question) => void;
    format: Formatter;
    done: (question: Question) => void;
    plan: (question: Question) => void;
  }
  let { answers, shown, busy, open, held, target, cold, pick, format, done, plan }: Props = $props();
</script>

<section class="ask" aria-label="What to do">
  {#each QUESTIONS as q (q)}
    {@const a = answers[q]}
    {#if a}
      <button
        type="button"
        class="question"
        class:here={shown === q}
        aria-pressed={shown === q}
        onclick={() => pick(q)}
      >
        <strong>{QUESTION_WORDS[q].ask}</strong>
        <span class="two">
          <span><b>{spanWords(a.without.outcome.hoursToTarget, a.hoursSaved < 3)}</b> as it is</span>
          <span class="with"
            ><b>{spanWords(a.with.outcome.hoursToTarget, a.hoursSaved < 3)}</b>
            {QUESTION_WORDS[q].did}</span
          >
        </span>
        <span class="soft">{answerWords(a, target, format)}</span>
      </button>
    {/if}
  {/each}
  {#if shown && open}
    <div class="acts">
      <button class="press press-main" type="button" disabled={held} onclick={() => done(shown)}
        >{COOLING_NAMES[shown]}: done</button
      >
      <button class="press" type="button" onclick={() => plan(shown)}>Plan it</button>
    </div>
  {/if}
  {#if Object.keys(answers).length === 0 && !busy}<p class="soft">
      {cold ? 'It is cold through' : 'Hide off, split, opened, quartered'}: nothing is left to ask.
    </p>{/if}
</section>

<style>
  .question {
    display: block;
    width: 100%;
    text-align: left;
    padding: 10px 12px;
    border: 1.5px solid var(--line);
    border-left: 5px solid var(--line);
    background: none;
    color: inherit;
    margin-bottom: 8px;
    border-radius: 3px;
  }

  .question strong {
    font-family: var(--font-head);
    font-size: 1.05rem;
  }

  .question.here {
    border-color: var(--spruce-text);
    background: var(--card);
  }

  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
    margin: 3px 0;
  }

  .two span {
    color: var(--soft);
    font-size: 0.9rem;
  }

  .two b {
    display: block;
    color: var(--ink);
    font-size: 1.45rem;
    line-height: 1.15;
  }

  .two .with b {
    color: var(--spruce-text);
  }

  .acts {
    display: flex;
    gap: 12px;
    align-items: center;
  }
</style>
