import Papa from 'papaparse';

/** Cells that a spreadsheet would take for a formula, also by a sign of full width. */
const FORMULA = /^[=+\-@\t\r\uFF1D\uFF0B\uFF0D\uFF20]/;

/** Rows as CSV, a line each; text that a spreadsheet would reckon is quoted. */
export const csvOf = (rows: readonly (readonly unknown[])[]): string =>
  `${Papa.unparse(rows as unknown[][], { newline: '\n', escapeFormulae: FORMULA })}\n`;
