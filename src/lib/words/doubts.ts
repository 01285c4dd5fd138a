import type { Doubted } from '$core/book';

/** The press that answers a doubt with yes. */
export const DOUBT_YES: Readonly<Record<Doubted, string>> = {
  weight: 'It weighs that',
  heavy: 'It weighs that',
  twice: 'Keep both',
  loss: 'It lost that much',
  anatomy: 'Book it so',
  pets: 'Put it there',
  writeOff: 'Write it off'
};
/** The press that answers it with no. */
export const DOUBT_NO: Readonly<Record<Doubted, string>> = {
  weight: 'Change it',
  heavy: 'Look again',
  twice: 'Drop mine',
  loss: 'Leave it',
  anatomy: 'Leave it',
  pets: 'Leave it',
  writeOff: 'Look again'
};
