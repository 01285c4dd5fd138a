import { refresh } from '$lib/device/refresh';
import { changesOf, type NamedMuscle, type SavedPlan } from '$core/plan';
import { balanceOf, type BookedEntry } from '$core/book';
import type { DiscardReason } from '$core/reference';
import { under } from '$core/units';
import { freshId } from '$lib/device/ids';
import { sendJson } from '$lib/device/send';
import { followWords, type Followed } from '$lib/words/plan';
import { Planner } from '$lib/workers/planner.svelte';
import type { Session } from './session.svelte';

/** A weight this much otherwise than planned, or so much of it lost, asks for the plan again, as a share. Own choice. */
const OTHERWISE = 0.12;
/** Thrown away as this it is no meat that was planned. */
const NEVER_PLANNED: readonly DiscardReason[] = ['bone', 'rind', 'gland', 'silver', 'fat'];

const read = async <T>(address: string): Promise<T | undefined> => {
  const answer = await fetch(address).catch(() => undefined);
  return answer?.ok ? ((await answer.json()) as T) : undefined;
};

/**
 * Follows the plan in force at a bench: where a piece weighs otherwise than it was planned, or meat is lost, what is still on
 * is planned again behind the page, and where that changes anything the new plan is kept and said in one line.
 * @returns the way to leave
 */
export function followPlan(session: Session, plan: () => string | undefined): () => void {
  const planner = new Planner();
  const { bench } = session;
  /** The newest entry that was looked at; this comes after its page, and something may have been booked meanwhile. */
  let seen = session.data.history.at(-1)?.id ?? '';
  let waits: { saved: SavedPlan; muscles: NamedMuscle[]; piece: string; how: Followed } | undefined;

  const named = (cut: string, side: string | undefined): string =>
    side === 'left' || side === 'right' ? `${session.format.cut(cut)}, ${side}` : session.format.cut(cut);

  /** What of an entry is otherwise than the plan has it. */
  function otherwise({ intent, postings }: BookedEntry): { piece: string; how: Followed } | undefined {
    if (intent.kind === 'discard' && !NEVER_PLANNED.includes(intent.reason)) {
      const item = under(bench.state.items, intent.from);
      if (!item?.cut || (item.kind !== 'part' && item.kind !== 'piece')) return undefined;
      const left = balanceOf(bench.state, item.id);
      const lost = -postings.reduce((sum, p) => sum + (p.item === item.id ? p.grams : 0), 0);
      if (lost <= OTHERWISE * (left + lost)) return undefined;
      return { piece: named(item.cut, item.side), how: left > 0 ? 'partLost' : 'lost' };
    }
    if (intent.kind !== 'cut' || intent.creates.kind !== 'piece') return undefined;
    const { cut, side, id } = intent.creates;
    const asked = session.plannedOf(cut, side);
    const item = under(bench.state.items, id);
    if (!asked || !item) return undefined;
    const came = balanceOf(bench.state, id) * (1 - (item.boneShare ?? 0));
    if (Math.abs(came - asked.grams) <= OTHERWISE * asked.grams) return undefined;
    return { piece: named(cut, side), how: came > asked.grams ? 'heavier' : 'lighter' };
  }

  async function look(): Promise<void> {
    const entry = bench.entries.at(-1);
    const id = plan();
    if (!entry || entry.id === seen || !id) return;
    seen = entry.id;
    const found = otherwise(entry);
    if (!found) return;
    const saved = await read<SavedPlan>(`/api/v1/cut-plans/${id}`);
    const table =
      saved &&
      (await read<{ muscles: NamedMuscle[] }>(
        `/api/v1/cut-plans/muscles?animals=${saved.animals.join(',')}`
      ));
    if (!saved || !table || plan() !== id) return;
    waits = { saved, muscles: table.muscles, ...found };
    planner.ask(table.muscles, saved.wishes, saved.pins, () => void follow());
  }

  async function follow(): Promise<void> {
    const { answer } = planner;
    const was = waits;
    waits = undefined;
    // A plan that nobody has proven may be worse than the one in force.
    if (!answer || !was || planner.broke || plan() !== was.saved.id) return;
    const still = new Map(was.muscles.filter((m) => m.item === undefined).map((m) => [m.id, m.name]));
    const changes = changesOf(was.saved.plan, answer.plan).filter((c) => still.has(c.muscle));
    if (changes.length === 0) return;
    const kept = await sendJson('/api/v1/cut-plans', 'POST', {
      ...was.saved,
      id: freshId(),
      plan: answer.plan,
      proven: answer.proven,
      shortGap: answer.gaps?.short ?? 0,
      lesserGap: answer.gaps?.lesser ?? 0,
      at: Date.now()
    });
    // Somebody has cut meanwhile: the next weight asks again.
    if (!kept.ok) return;
    await refresh('larder:bench');
    session.desk.notice ??= {
      kind: 'plain',
      text: followWords(
        was.piece,
        was.how,
        changes.map((c) => ({ name: still.get(c.muscle) ?? '', parts: c.second })),
        session.format
      )
    };
  }

  session.heard = () => void look();
  void look();
  return () => {
    planner.stop();
    session.heard = () => {};
  };
}
