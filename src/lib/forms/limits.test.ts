import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { factsSchema } from '$core/book';
import { LIMITS } from '$lib/server/limits';
import { limitsOf } from './limits';

describe('limits of what is filled in', () => {
  it('are those of the schema, whatever may be absent or stands within', () => {
    const schema = z.object({
      name: z.string().max(40).min(1),
      note: z.string().trim().max(300).nullish(),
      hooks: z.number().int().min(1).max(500),
      inner: z.object({ by: z.string().max(7).optional() }).nullish(),
      rows: z.array(z.object({ what: z.string().max(9) })),
      free: z.string()
    });
    expect(limitsOf(schema)).toEqual({
      name: { maxlength: 40 },
      note: { maxlength: 300 },
      hooks: { min: 1, max: 500 },
      'inner.by': { maxlength: 7 },
      'rows.what': { maxlength: 9 }
    });
  });

  it('let one type a tag as long as the book keeps one, and no longer', () => {
    const { maxlength } = limitsOf(factsSchema).tag ?? {};
    expect(maxlength).toBeGreaterThan(0);
    const tag = (length: number) => factsSchema.shape.tag.safeParse('x'.repeat(length)).success;
    expect([tag(maxlength as number), tag((maxlength as number) + 1)]).toEqual([true, false]);
  });

  it('are known for every field that a page asks for', () => {
    expect(LIMITS.facts['exam.findings']).toEqual({ maxlength: 300 });
    expect(LIMITS.return['packs.what']?.maxlength).toBeGreaterThan(0);
    expect(LIMITS.procedure['steps.doing']?.maxlength).toBeGreaterThan(0);
    expect(LIMITS.note.text).toEqual({ maxlength: 1000 });
    expect(LIMITS.draft.hand?.maxlength).toBeGreaterThan(0);
  });
});
