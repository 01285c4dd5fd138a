export type Node = Record<string, unknown> | string;

/** A measure by the number of a line or a column: one for all, or one each, the last going on. */
export type ByNumber<T> = T | readonly T[];

/** Lines and room of a table, as data. */
export interface Ruled {
  hLineWidth?: ByNumber<number>;
  vLineWidth?: ByNumber<number>;
  hLineColor?: ByNumber<string>;
  vLineColor?: ByNumber<string>;
  paddingTop?: ByNumber<number>;
  paddingBottom?: ByNumber<number>;
  paddingLeft?: ByNumber<number>;
  paddingRight?: ByNumber<number>;
}

/**
 * A document as data: it is laid out in a thread of its own. Where a table has a `layout` it is {@link Ruled}.
 */
export interface PrintedDocument extends Record<string, unknown> {
  content: unknown;
  /** `{page}` and `{pages}` stand for their numbers in any text of it; `several` is for documents of more than one page. */
  footer?: { every: Node; several?: Node };
}
