/** A name without regard to capitals, blanks and ways to write the same sign. */
export const normalName = (name: string): string =>
  name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');
