import type { TestBook } from '$core/book/testkit';
import { PROCEDURES } from '$core/reference';
import { focusOf, spreadOf, type SpreadRow } from './index';

/** The animal of a book laid out, by the orders of work that come with the program. */
export const laidOut = (book: TestBook): SpreadRow[] =>
  spreadOf(book.state, book.animal, book.history, focusOf(book.state, book.animal), {
    orders: Object.values(PROCEDURES)
  });
