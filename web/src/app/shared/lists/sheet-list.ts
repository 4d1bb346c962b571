import type { CellValue } from 'read-excel-file/universal';
import { readList, type TextList } from './text-list';

/** First bytes of a ZIP archive, which a spreadsheet is. */
const ZIP = [0x50, 0x4b] as const;

/**
 * A list from a chosen file: a spreadsheet's first sheet (XLSX), or text separated by commas or semicolons. Null if
 * there is no row under the headings, or the file is neither.
 */
export async function listOfFile(file: Blob): Promise<TextList | null> {
  const first = new Uint8Array(await file.slice(0, ZIP.length).arrayBuffer());
  const isSheet = ZIP.every((byte, i) => first[i] === byte);
  return isSheet ? readSheetList(file) : readList(await file.text());
}

async function readSheetList(file: Blob): Promise<TextList | null> {
  // Few people import lists, so the reader is loaded on demand. This entry point of the package starts no worker of
  // its own.
  const { readSheet } = await import('read-excel-file/universal');
  const rows = await readSheet(await file.arrayBuffer()).catch(() => []);
  const [headings, ...others] = rows.map((row) => row.map(cellText));
  const filled = others.filter((row) => row.some((cell) => cell !== ''));
  return headings && filled.length > 0 ? { headings, rows: filled } : null;
}

/** A cell as it would be in a text list: days in ISO 8601, numbers with a decimal point. */
function cellText(cell: CellValue | null): string {
  if (cell === null) return '';
  if (cell instanceof Date) {
    const [day, time] = cell.toISOString().split('T') as [string, string];
    return time.startsWith('00:00:00') ? day : `${day} ${time.slice(0, 5)}`;
  }
  return typeof cell === 'boolean' ? (cell ? 'yes' : 'no') : String(cell);
}
