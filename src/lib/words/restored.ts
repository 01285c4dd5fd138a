/** Why nothing was restored, as the server says it. */
export type RestoreWhy =
  | { code: 'fault'; part: string; line?: number | undefined; message: string }
  | { code: 'not-empty' | 'stopped' | 'broken' }
  | { code: 'larder'; fault: keyof typeof LARDER_FAULTS };

const LARDER_FAULTS = {
  full: 'The disk has no room for it.',
  busy: 'Another program holds the larder.',
  'read-only': 'The larder is read only.',
  away: 'The larder’s database does not answer.'
} as const;

const STAGES = {
  reading: 'Reading',
  checking: 'Checking the file',
  booking: 'Deriving every entry anew',
  photographs: 'Checking the photographs',
  'taking over': 'Taking all of it over'
} as const;

/** Where a restore stands, in words. */
export const stageText = (stage: keyof typeof STAGES, done: number, total: number | undefined): string =>
  total ? `${STAGES[stage]}: ${done} of ${total}` : STAGES[stage];

const NOTHING = 'Nothing was written.';

/** Why nothing was restored, and what to do. */
export function restoreText(why: RestoreWhy): string {
  switch (why.code) {
    case 'fault': {
      const place = [why.part, why.line === undefined ? '' : `line ${why.line}`].filter(Boolean).join(', ');
      return `The file cannot be restored: ${place ? `${place} ` : ''}${why.message}. ${NOTHING} Try an older backup.`;
    }
    case 'not-empty':
      return 'A backup is taken into an empty larder only, and this one has entries. Give it a folder of its own (LARDER_DATA).';
    case 'stopped':
      return `Stopped. ${NOTHING}`;
    case 'broken':
      return `Something broke in the program. ${NOTHING}`;
    case 'larder':
      return `${LARDER_FAULTS[why.fault]} ${NOTHING}`;
  }
}
