let id: string | undefined;

/** Who is signed in on this page, by id: what it sends is theirs, whoever has signed in beside it meanwhile. */
export const whosePage = (): string | undefined => id;
export const pageIsOf = (person: string | undefined): void => void (id = person);
