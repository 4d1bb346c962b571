import { newId } from '../shared/index.js';
import { complaints } from '../testing/complaints.js';
import { ExportFile, EXPORTS, RecordBundle, Withdrawal } from './index.js';

describe('everything a shop owns', () => {
  const bundle = {
    format: 'gantelet-records',
    version: 1,
    madeAt: '2026-03-04T10:00:00Z',
    works: 'A works',
    schema: '20260101-first',
    tables: { zones: [{ id: newId(), name: 'Hall', position: 1, note: null }] },
  };

  it('is text, numbers and nothing, by tables and columns that have names of a database', () => {
    expect(complaints(RecordBundle, bundle)).toEqual([]);
    expect(complaints(RecordBundle, { ...bundle, tables: { 'zones; --': [] } }).length).toBe(1);
    expect(complaints(RecordBundle, { ...bundle, tables: { zones: [{ 'na`me': 'Hall' }] } }).length).toBe(1);
    expect(complaints(RecordBundle, { ...bundle, tables: { zones: [{ name: { $gt: '' } }] } }).length).toBe(
      1,
    );
  });

  it('is a file of this application, of a version that it reads', () => {
    expect(complaints(RecordBundle, { ...bundle, format: 'else' })).toEqual(['format: gantelet-records']);
    expect(complaints(RecordBundle, { ...bundle, version: 2 })).toEqual(['version: 1']);
  });
});

describe('a table that is taken out', () => {
  it('is one of those that may be, as a file of its name', () => {
    for (const name of EXPORTS) expect(complaints(ExportFile, { file: `${name}.csv` })).toEqual([]);
    for (const file of ['sessions.csv', 'machines', '../machines.csv'])
      expect(complaints(ExportFile, { file }).length).withContext(file).toBe(1);
  });
});

describe('an entry that is taken back', () => {
  it('is of a log that has no other way', () => {
    expect(complaints(Withdrawal, { log: 'test-seam', entryId: newId() })).toEqual([]);
    expect(complaints(Withdrawal, { log: 'needle-change', entryId: newId() })[0]).toMatch(/^log: one of /);
  });
});
