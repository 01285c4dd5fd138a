import { under } from '$core/units';
import { z } from 'zod';
import { GLANDS } from '../anatomy';
import { CAUTIONS } from '../cautions';
import { KIT_KEYS } from '../kit';
import { GROUP_KEYS, STAGES } from '../species';
import { SIDES, cutOf } from '../cuts';
import { DISCARD_REASONS, TUB_KEYS } from '../tubs';
import { ASKS, POSITIONS, type Procedure, type Step } from './step';

const words = (most: number) =>
  z.string().trim().min(1, 'say something').max(most, `at most ${most} characters`);
const stepSchema = z.strictObject({
  key: z.string().regex(/^[A-Za-z][A-Za-z0-9-]{0,50}$/, 'a short key of letters'),
  title: words(50),
  doing: z.string().trim().max(300, 'at most 300 characters'),
  look: z.string().trim().max(400).optional(),
  feel: z.string().trim().max(120).optional(),
  wrong: z.string().trim().max(120).optional(),
  why: z.string().trim().max(120).optional(),
  holds: z.array(words(60)).max(6).optional(),
  cautions: z.array(z.string().refine((key) => under(CAUTIONS, key), 'no such caution')).max(6),
  takes: z
    .array(
      z.strictObject({
        kind: z.enum(['part', 'piece']),
        cut: z.string(),
        side: z.enum(SIDES).optional(),
        tub: z.enum(TUB_KEYS).optional(),
        boned: z.literal(true).optional()
      })
    )
    .max(1),
  glands: z
    .array(z.string().refine((key) => under(GLANDS, key), 'no such gland'))
    .max(12)
    .optional(),
  side: z.enum(SIDES).optional(),
  drops: z.string().trim().max(160).optional(),
  sample: z.string().max(60).optional(),
  asks: z.enum(ASKS).optional(),
  answers: z
    .array(
      z.strictObject({
        key: z.string().max(30),
        name: z.string().max(40),
        means: z.string().max(200).optional(),
        hold: z.enum(['gate', 'test', 'inspection', 'proofOfSex', 'consent', 'recall']).optional()
      })
    )
    .max(6)
    .optional(),
  weighs: z.enum(['dressed', 'hanging']).optional(),
  beside: z.enum(['offal', 'hide']).optional(),
  kit: z
    .array(z.enum(KIT_KEYS as [string, ...string[]]))
    .max(20)
    .optional(),
  bones: z.array(z.string()).max(6).optional(),
  away: z.array(z.enum(DISCARD_REASONS)).max(12).optional(),
  closes: z.boolean().optional()
});

/** An order of work of the larder's own making, as it is kept and sent. */
export const ownProcedureSchema = z
  .strictObject({
    key: z.string().regex(/^own-[a-z0-9]{4,24}$/, 'a key that begins with own-'),
    name: words(40),
    why: z.string().trim().max(240, 'at most 240 characters'),
    groups: z.array(z.enum(GROUP_KEYS)).min(1),
    part: z.enum(['hindLeg', 'shoulder']).optional(),
    from: z.array(z.enum(STAGES)).optional(),
    position: z.enum(POSITIONS).optional(),
    variant: z.string().max(20).optional(),
    aside: z.literal(true).optional(),
    steps: z.array(stepSchema).min(1, 'at least one step').max(60, 'at most 60 steps')
  })
  .superRefine((p, issue) => {
    const say = (path: (string | number)[], message: string) =>
      issue.addIssue({ code: 'custom', path, message });
    const keys = new Set<string>();
    p.steps.forEach((step, i) => {
      if (keys.has(step.key)) say(['steps', i, 'key'], 'this step stands here twice');
      keys.add(step.key);
      for (const { cut, kind } of step.takes)
        if (kind === 'piece' && !cutOf(cut)) say(['steps', i, 'takes'], 'no such cut');
      if (step.closes && i < p.steps.length - 1) say(['steps', i], 'the closing step comes last');
    });
    if (!p.from && !p.steps.at(-1)?.closes) say(['steps'], 'it ends with the bare bone weighed and closed');
    if (p.part && !p.steps.some((s) => s.glands)) say(['steps'], 'the stop for glands stays in');
  });

/** Reads an order of work that somebody has made; what is wrong is said at its place. */
export function readOwn(
  value: unknown
): { ok: true; procedure: Procedure } | { ok: false; faults: { path: string; message: string }[] } {
  const read = ownProcedureSchema.safeParse(value);
  if (!read.success)
    return {
      ok: false,
      faults: read.error.issues.map((i) => ({ path: i.path.join('.'), message: i.message }))
    };
  return { ok: true, procedure: { ...(read.data as Procedure), own: true } };
}

/** A copy of an order of work to change at will. */
export const copyOf = (procedure: Procedure, key: string, name: string): Procedure => ({
  ...procedure,
  key,
  name,
  own: true,
  steps: procedure.steps.map((step): Step => ({ ...step }))
});

/** What a file with an order of work says of itself. */
export const ORDER_FORMAT = 'yonder-larder/order-of-work';
/** Version of that file. Own choice. */
const ORDER_VERSION = 1;
/** Longest file that is read, in characters: sixty full steps fit in. Own choice. */
const MOST_TEXT = 200_000;

/** An order of work to give to somebody else, as JSON: `{ format, version, procedure }`. */
export const orderFile = ({ own: _own, apart: _apart, pieces: _pieces, ...procedure }: Procedure): string =>
  `${JSON.stringify({ format: ORDER_FORMAT, version: ORDER_VERSION, procedure }, null, 2)}\n`;

/**
 * Reads an order of work that somebody has sent; what is wrong is said at its place, and nothing of it is taken.
 * @param key  the key it gets here: whatever it was called there may be taken
 */
export function readOrderFile(text: string, key: string): ReturnType<typeof readOwn> {
  const fault = (path: string, message: string) => ({ ok: false as const, faults: [{ path, message }] });
  if (text.length > MOST_TEXT) return fault('', 'too long for an order of work');
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return fault('', 'this is no JSON file');
  }
  const file = (typeof value === 'object' && value !== null ? value : {}) as {
    format?: unknown;
    version?: unknown;
    procedure?: unknown;
  };
  if (file.format !== ORDER_FORMAT) return fault('format', 'this is no order of work of this program');
  if (typeof file.version !== 'number' || file.version > ORDER_VERSION)
    return fault('version', 'it comes from a newer program');
  if (typeof file.procedure !== 'object' || file.procedure === null) return fault('procedure', 'it is empty');
  return readOwn({ ...file.procedure, key });
}
