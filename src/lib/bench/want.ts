import type { WorkRow } from '$core/bench';
import type { Task } from './desk.svelte';

/** What the bench waits for on the plate, as the stand-in scale is asked for it. */
export function wantOf(
  task: Task | undefined,
  row: WorkRow | undefined,
  trimmed = false
): Record<string, unknown> {
  if (task) {
    const kinds = { trim: 'trimmed', split: 'split', reweigh: 'reweigh', correct: 'reweigh' } as const;
    return { kind: kinds[task.kind], item: task.item };
  }
  const act = row?.act;
  switch (act?.kind) {
    case 'take': {
      const { cut, from, boneIn, side } = act;
      return { kind: 'take', cut, from, boneIn, ...(side ? { side } : {}), ...(trimmed ? { trimmed } : {}) };
    }
    case 'off':
      return { kind: 'off', item: act.item };
    case 'stage':
      return { kind: 'stage', item: act.item, stage: act.stage };
    case 'beside':
      return { kind: 'beside', item: act.item, tub: act.tub };
    case 'sample':
      return { kind: 'sample', item: act.item };
    case 'close':
      return { kind: 'bone', item: act.item };
    default:
      return { kind: 'nothing' };
  }
}
