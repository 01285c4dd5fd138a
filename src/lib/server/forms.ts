import { error } from '@sveltejs/kit';
import { superValidate } from 'sveltekit-superforms';
import { zod as zod4 } from 'superforms-zod4';
import type { z } from 'zod';
import { canonical, type Intent, type Refusal } from '$core/book';
import type { Settings } from '$core/settings';
import { under } from '$core/units';
import { asLarderFault } from './db/client';
import { faultProblem } from './http/problem';
import { newId } from './ids';
import type { By } from './repo/book';
import type { House } from './larder';

/** Why a form was not booked, in words. */
export interface FormRefusal {
  text: string;
  status: 409 | 503 | 507;
  refusal?: Refusal;
}

/** Text that two intents share when they say the same; items made anew each time count as the same. */
const words = (intent: Intent): string => {
  const { sure: _, ...said } = intent;
  return canonical(
    JSON.parse(JSON.stringify(said, (key, value: unknown) => (key === 'id' ? undefined : value)))
  );
};

/**
 * Books what a form says; refusals are worded by `say`. The same form sent twice is one entry; the same form with other contents is another: it is never
 * answered as a double press.
 * @param entry  id of the form, made with the page
 * @param actor  who works at the device; the larder's usual name where it has none
 * @param again  what a form whose id stands for something else does: booked under a new id, or refused
 */
export async function bookForm(
  house: House,
  entry: string,
  intent: Intent,
  say: (refusal: Refusal, chosen: Settings) => string,
  {
    device = 'page',
    again = 'book',
    actor,
    by
  }: { device?: string; again?: 'book' | 'refuse'; actor?: string | undefined; by?: By } = {}
): Promise<FormRefusal | undefined> {
  const chosen = await house.settings.read();
  const draft = { at: Date.now(), hand: actor ?? chosen.atBench, device, intent };
  try {
    let [outcome] = await house.book.book([{ id: entry, ...draft }], by);
    if (outcome?.status === 'refused' && outcome.refusal.code === 'id-taken') {
      const standing = await house.book.entry(entry);
      if (standing && words(standing.intent) === words(intent)) return undefined;
      if (again === 'book') [outcome] = await house.book.book([{ id: newId(), ...draft }], by);
    }
    if (outcome?.status !== 'refused') return undefined;
    return {
      text: say(outcome.refusal, chosen),
      status: 409,
      refusal: outcome.refusal
    };
  } catch (fault) {
    const known = asLarderFault(fault);
    if (!known) throw fault;
    const { title, detail } = faultProblem(known.fault);
    return { text: `${title}. ${detail}`, status: known.fault === 'full' ? 507 : 503 };
  }
}

/** A field of a form of a few presses, as text; '' where it is none. */
export function textOf(data: FormData, key: string): string {
  const said = data.get(key);
  return typeof said === 'string' ? said.slice(0, 1000) : '';
}

/**
 * What a form says, checked by its schema. A form of a page is its fields and nothing else: what the library would also take
 * as one text with everything in it, with rings and files, is left out. A choice that is none of its list goes back as its
 * default, so that the page can be shown again; text stays as typed.
 * @param id  of the form, where its page has several
 */
export async function formIn<S extends z.ZodObject>(request: Request, schema: S, id?: string) {
  const data = await request.formData();
  for (const key of [...data.keys()]) if (key.startsWith('__superform')) data.delete(key);
  const checks = zod4(schema);
  const form = await superValidate(data, checks, id === undefined ? {} : { id });
  const wrong: Record<string, unknown> = form.errors;
  for (const [key, rule] of Object.entries(checks.jsonSchema.properties ?? {}))
    if (Object.hasOwn(wrong, key) && isChoice(rule))
      Object.assign(form.data, { [key]: under(checks.defaults as Record<string, unknown>, key) });
  return form;
}

/** Whether a field is one of a list. */
const isChoice = (rule: object | boolean): boolean =>
  typeof rule === 'object' && ('enum' in rule || 'anyOf' in rule || 'const' in rule);

/**
 * The actions of a page, of which a larder that cannot be written is no fault: it is said, like at any other door.
 * Redirects and refusals pass.
 */
export function answering<A extends Record<string, (event: never) => unknown>>(actions: A): A {
  const answered = (act: (event: never) => unknown) => async (event: never) => {
    try {
      return await act(event);
    } catch (thrown) {
      const fault = asLarderFault(thrown);
      if (!fault) throw thrown;
      const { status, title, detail } = faultProblem(fault.fault);
      error(status, `${title}. ${detail ?? ''}`);
    }
  };
  return Object.fromEntries(
    Object.entries(actions).map(([name, act]) => [name, answered(act)])
  ) as unknown as A;
}
