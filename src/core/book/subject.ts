/** Whose an intent speaks of: an animal's or a pool's. */
export interface OfEither {
  animal?: string | undefined;
  pool?: string | undefined;
}

/**
 * The subject that an intent speaks of.
 * @example subjectOf({ pool: 'a-batch' }) // 'a-batch'
 */
export const subjectOf = ({ animal, pool }: OfEither): string => animal ?? pool ?? '';
