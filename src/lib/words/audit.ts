import type { Finding } from '$core/book';

/** What an audit is looking at. */
export type AuditStage = 'seals' | 'waiting' | 'pages' | 'entries' | 'animals' | 'photographs';

const STAGES: Record<AuditStage, string> = {
  seals: 'Beside the book: each choice, order, plan, reading, person by its seal',
  waiting: 'Waits for other long work, before it',
  pages: 'Looking at the database’s pages and at what guards the book',
  entries: 'Entry by entry: its hash, its reading, what it moved',
  animals: 'Animal by animal and batch by batch: derived anew',
  photographs: 'Photographs'
};

export const auditStageText = (stage: AuditStage, done: number, total: number): string =>
  total > 1 ? `${STAGES[stage]}, ${done} of ${total}` : STAGES[stage];

/** What kind of fault it is, and what can be done about it. */
export const FINDINGS: Record<Finding['code'], { name: string; todo: string }> = {
  beside: {
    name: 'changed past the program',
    todo: 'Restore the newest backup that audits clean. If it is as it should be, “npm run seal” lets it stand.'
  },
  seal: {
    name: 'seals',
    todo: 'Somebody has worked on the file itself. Restore a backup from before, and compare.'
  },
  sum: { name: 'does not add up', todo: 'Restore the newest backup that audits clean.' },
  origins: { name: 'whose grams', todo: '“npm run rebuild” makes it anew from the entries.' },
  negative: { name: 'below zero', todo: 'Take the entry back, or correct it.' },
  orphan: { name: 'nobody’s', todo: 'Restore the newest backup that audits clean.' },
  'not-derived': { name: 'does not follow', todo: 'Restore the newest backup that audits clean.' },
  unfollowed: { name: 'does not follow any more', todo: 'Take the entry back and book it anew.' },
  closed: { name: 'closed, with meat in it', todo: 'Take the closing back and close it anew.' },
  order: { name: 'out of order', todo: 'Restore the newest backup that audits clean.' },
  projection: { name: 'kept otherwise', todo: '“npm run rebuild” makes it anew from the entries.' },
  unreadable: {
    name: 'cannot be read',
    todo: 'Of an entry: restore a backup. Of what is kept of it: “npm run rebuild”.'
  },
  chain: { name: 'changed afterwards', todo: 'Somebody wrote past the program. Restore the newest backup.' },
  guard: { name: 'guard', todo: '“npm run rebuild” puts the guards back; then ask who took them away.' },
  stray: { name: 'stray', todo: '“npm run rebuild” takes it out.' },
  counter: {
    name: 'running number',
    todo: 'Of codes: “npm run rebuild”. Of entries: restore the newest backup.'
  },
  photograph: { name: 'photograph', todo: 'Put it back out of a backup.' },
  damaged: { name: 'damaged', todo: 'Stop, copy the folder, and restore the newest backup.' },
  outdated: {
    name: 'older figures',
    todo: '“npm run rebuild” writes them anew; nothing is wrong with the book.'
  }
};
