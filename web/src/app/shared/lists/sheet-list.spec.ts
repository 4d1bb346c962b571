import { strToU8, zipSync } from 'fflate';
import { listOfFile } from './sheet-list';

const TYPES = 'http://schemas.openxmlformats.org/package/2006/content-types';
const PACKAGE = 'http://schemas.openxmlformats.org/package/2006/relationships';
const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const MAIN = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';

type Cell = string | number | boolean | { readonly day: number } | null;

/** A workbook with one sheet, as laid out by ECMA-376 (Office Open XML). Day 1 is 1 January 1900. */
function workbook(rows: readonly (readonly Cell[])[]): Blob {
  const cells = (row: readonly Cell[], r: number) =>
    row.map((cell, c) => {
      const at = `${String.fromCharCode(65 + c)}${r + 1}`;
      if (cell === null) return '';
      if (typeof cell === 'number') return `<c r="${at}"><v>${cell}</v></c>`;
      if (typeof cell === 'boolean') return `<c r="${at}" t="b"><v>${cell ? 1 : 0}</v></c>`;
      if (typeof cell === 'object') return `<c r="${at}" s="1"><v>${cell.day}</v></c>`;
      return `<c r="${at}" t="inlineStr"><is><t>${cell}</t></is></c>`;
    });
  const data = rows.map((row, r) => `<row r="${r + 1}">${cells(row, r).join('')}</row>`).join('');
  const parts: Readonly<Record<string, string>> = {
    '[Content_Types].xml': `<Types xmlns="${TYPES}"><Default Extension="xml" ContentType="application/xml"/></Types>`,
    '_rels/.rels': `<Relationships xmlns="${PACKAGE}"><Relationship Id="r1" Type="${OFFICE}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `<workbook xmlns="${MAIN}" xmlns:r="${OFFICE}"><sheets><sheet name="Machines" sheetId="1" r:id="r1"/></sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `<Relationships xmlns="${PACKAGE}"><Relationship Id="r1" Type="${OFFICE}/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="r2" Type="${OFFICE}/styles" Target="styles.xml"/></Relationships>`,
    'xl/styles.xml': `<styleSheet xmlns="${MAIN}"><cellXfs count="2"><xf numFmtId="0"/><xf numFmtId="14" applyNumberFormat="1"/></cellXfs></styleSheet>`,
    'xl/worksheets/sheet1.xml': `<worksheet xmlns="${MAIN}"><sheetData>${data}</sheetData></worksheet>`,
  };
  const zip = zipSync(Object.fromEntries(Object.entries(parts).map(([name, text]) => [name, strToU8(text)])));
  return new Blob([new Uint8Array(zip)]);
}

describe('a list from a chosen file', () => {
  it('is the first sheet of a workbook: words, numbers, days, booleans', async () => {
    const file = workbook([
      ['Name', 'Plate, mm', 'In use since', 'Runs'],
      ['Patcher 31', 2.4, { day: 46_085 }, true],
      [null, null, null, null],
      ['Long-arm 32', 2, null, false],
    ]);
    expect(await listOfFile(file)).toEqual({
      headings: ['Name', 'Plate, mm', 'In use since', 'Runs'],
      rows: [
        ['Patcher 31', '2.4', '2026-03-04', 'yes'],
        ['Long-arm 32', '2', '', 'no'],
      ],
    });
  });

  it('is text with commas or semicolons otherwise', async () => {
    const expected = { headings: ['Name', 'No'], rows: [['Patcher', '31']] };
    expect(await listOfFile(new Blob(['Name;No\nPatcher;31\n']))).toEqual(expected);
    expect(await listOfFile(new Blob(['Name,No\nPatcher,31\n']))).toEqual(expected);
  });

  it('is none if there is no row, or if the archive is not a workbook', async () => {
    expect(await listOfFile(workbook([['Name']]))).toBeNull();
    expect(await listOfFile(new Blob([new Uint8Array(zipSync({ 'a.txt': strToU8('a') }))]))).toBeNull();
    expect(await listOfFile(new Blob(['PK']))).toBeNull();
    expect(await listOfFile(new Blob([]))).toBeNull();
  });
});
