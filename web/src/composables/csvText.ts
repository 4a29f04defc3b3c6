import Papa from 'papaparse';

/**
 * Rows as a table that a spreadsheet opens. Words that it would take for a formula (= + - @) get an apostrophe before
 * them, which it does not show: what somebody typed here must not run there.
 */
export const csvText = (rows: readonly object[]): string =>
  Papa.unparse([...rows], { newline: '\r\n', escapeFormulae: true });
