import { stringify } from 'csv-stringify/sync';

/**
 * Rows as CSV (RFC 4180), with CRLF. A cell that begins like a formula would be run by a spreadsheet; a line break
 * inside one would begin a row.
 */
export function csvOf(rows: readonly (readonly (string | number | null)[])[]): string {
  return stringify(rows as unknown as unknown[][], {
    record_delimiter: 'windows',
    escape_formulas: true,
    quoted_match: /[\r\n]/,
  });
}
