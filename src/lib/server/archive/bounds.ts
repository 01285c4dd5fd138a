/**
 * What is taken of a file that is to be restored, before any of it is read. Own choices, ten times and more what a large
 * larder needs: 400,000 entries are 600 MB of text, a photograph's line in the manifest 200 characters.
 */
export const RESTORE_BOUNDS = {
  /** Bytes that come in pieces. */
  bytes: 16 * 1024 ** 3,
  /** Files in a zip, photographs among them. */
  files: 200_000,
  /** Bytes of the manifest. */
  manifest: 48 * 1024 ** 2,
  /** Bytes that one part unpacks to. */
  part: 16 * 1024 ** 3,
  /** Characters of a line: a void of a long chain, and a logger's file, have some hundred thousand. */
  line: 16 * 1024 ** 2,
  /** Rows of what is kept beside the book, other than readings. */
  rows: 500_000
} as const;
