import { z } from 'zod';
import { DOUBTS, type Doubted } from '$core/book';

/** What a form has answered with yes, as text: the press that answers adds its own word. */
export const assuredField = z.string().max(80).default('');

/** The questions in such a text; unknown words are none. */
export const assuredOf = (text: string): Doubted[] => DOUBTS.filter((why) => text.split(' ').includes(why));

/** An intent with the questions that were answered, where there are any. */
export const withAssured = <T extends object>(intent: T, text: string): T => {
  const sure = assuredOf(text);
  return sure.length > 0 ? { ...intent, sure } : intent;
};
