import { invalidate } from '$app/navigation';
import { changesOf, muscleId, type NamedMuscle, type SavedPlan } from '$core/plan';
import { balanceOf } from '$core/book';
import { under } from '$core/units';
import { freshId } from '$lib/device/ids';
import { sendJson } from '$lib/device/send';
import { followWords } from '$lib/words/plan';
import { Planner } from '$lib/workers/planner.svelte';
import type { Session } from './session.svelte';

/** A weight this much otherwise than planned asks for the plan again, as a share. Own choice. */
const OTHERWISE = 0.12;

const read = async <T>(address: string): Promise<T | undefined> => {
  const answer = await fetch(address).catch(() => undefined);
  return answer?.ok ? ((await answer.json()) as T) : undefined;
};

/**
 * Follows the plan in force at a bench: where a piece weighs otherwise than it was planned, what is still on is planned again
 * behind the page, and where that changes anything the new plan is kept and said in one line.
 * @returns the way to leave
 */
export function followPlan(session: Session, plan: () => string | undefined): () => void {
  const planner = new Planner();
  const { bench } = session;
  /** The newest entry that was looked at. */
  let seen = bench.lastId;
  let waits: { saved: SavedPlan; muscles: NamedMuscle[]; piece: string; more: boolean } | undefined;

  async function look(): Promise<void> {
    const entry = bench.entries.at(-1);
    const id = plan();
    if (!entry || entry.id === seen || !id) return;
    seen = entry.id;
    const { intent } = entry;
    if (intent.kind !== 'cut' || intent.creates.kind !== 'piece') return;
    const { cut, side } = intent.creates;
    const asked = session.plannedOf(cut, side);
    const item = under(bench.state.items, intent.creates.id);
    if (!asked || !item) return;
    const came = balanceOf(bench.state, item.id) * (1 - (item.boneShare ?? 0));
    if (Math.abs(came - asked.grams) <= OTHERWISE * asked.grams) return;
    const saved = await read<SavedPlan>(`/api/v1/cut-plans/${id}`);
    const table =
      saved &&
      (await read<{ muscles: NamedMuscle[] }>(
        `/api/v1/cut-plans/muscles?animals=${saved.animals.join(',')}`
      ));
    if (!saved || !table || plan() !== id) return;
    const name = session.format.cut(cut);
    waits = {
      saved,
      muscles: table.muscles,
      piece: muscleId(bench.animal, cut, side) && (side ? `${name}, ${side}` : name),
      more: came > asked.grams
    };
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
    await invalidate('larder:bench');
    session.desk.notice ??= {
      kind: 'plain',
      text: followWords(
        was.piece,
        was.more,
        changes.map((c) => ({ name: still.get(c.muscle) ?? '', parts: c.second })),
        session.format
      )
    };
  }

  session.heard = () => void look();
  return () => {
    planner.stop();
    session.heard = () => {};
  };
}
