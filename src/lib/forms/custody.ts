import { z } from 'zod';
import { idSchema, shortText, type Intent } from '$core/book';
import { HOLD_REASONS } from '$core/reference';

/** What may be said of who has an animal, and whether it may leave. */
export const custodySchema = z
  .object({
    entry: idSchema,
    what: z.enum(['hold', 'lift', 'condemn', 'give', 'send'], 'choose one').default('hold'),
    why: z.enum(HOLD_REASONS).default('inspection'),
    hold: z.string().default(''),
    item: z.string().default(''),
    to: shortText(40).default(''),
    note: shortText(300).default(''),
    wishes: shortText(500).default(''),
    sure: z.boolean().default(false)
  })
  .superRefine((form, context) => {
    const fault = (path: 'to' | 'item' | 'sure', message: string) =>
      context.addIssue({ code: 'custom', path: [path], message });
    const leaves = form.what === 'give' || form.what === 'send';
    if (leaves && form.to === '') fault('to', 'say who');
    if (leaves && form.to.includes(':')) fault('to', 'a name without a colon');
    if (leaves && form.item === '') fault('item', 'choose what');
    if (form.what === 'condemn' && !form.sure) fault('sure', 'tick it: all that is left goes to waste');
  });
export type CustodyForm = z.infer<typeof custodySchema>;

/** The form as the book keeps it. */
export function custodyIntent(animal: string, form: CustodyForm): Intent {
  const note = form.note === '' ? {} : { note: form.note };
  switch (form.what) {
    case 'hold':
      return { kind: 'hold', animal, why: form.why, ...note };
    case 'lift':
      return { kind: 'lift', animal, hold: form.hold, ...note };
    case 'condemn':
      return { kind: 'condemn', animal, ...note };
    case 'give':
      return { kind: 'give', animal, item: form.item, to: form.to };
    case 'send':
      return {
        kind: 'send',
        animal,
        item: form.item,
        to: form.to,
        ...(form.wishes === '' ? {} : { wishes: form.wishes })
      };
  }
}
