/**
 * Makes a schema where it is called. With the call marked pure, a schema that a page does not check with is left out of
 * its script, though the rules beside it are there.
 */
export const schemaOf = <T>(make: () => T): T => make();
