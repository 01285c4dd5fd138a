import { z } from 'zod';
import { shortText } from '$core/book';
import { HOLD_REASONS, SPECIES_KEYS } from '$core/reference';
import { BRING_KEYS } from './bring-keys';
import { CARD_KINDS } from './kinds';

/**
 * A rule as the larder has read it in its own code. The app knows none by heart: what a card says, somebody has written
 * on it, with where it stands.
 */
export const ruleCardSchema = z.object({
  key: z.string().regex(/^[a-z0-9][a-z0-9-]{0,40}$/, 'small letters, figures and dashes'),
  kind: z.enum(CARD_KINDS),
  title: shortText(80).min(1, 'give it a title'),
  says: shortText(500).default(''),
  /** Where it stands: law, leaflet, permit. */
  source: shortText(120).default(''),
  /** Species it is for; none means all. */
  species: z.array(z.enum(SPECIES_KEYS)).max(SPECIES_KEYS.length).default([]),
  /** Words of the places it is for; none means everywhere. */
  areas: z.array(shortText(60).min(1)).max(30).default([]),
  /** Of a deadline: hours after death. */
  hours: z.number().int('whole hours').min(1, 'at least 1').max(8760, 'at most a year').nullish(),
  /** Opens a hold on every animal it is for. */
  hold: z.enum(HOLD_REASONS).nullish(),
  /** What must be brought out of the field, held against the book. */
  list: z.array(z.enum(BRING_KEYS)).max(BRING_KEYS.length).default([]),
  on: z.boolean().default(true)
});
export type RuleCard = z.infer<typeof ruleCardSchema>;
