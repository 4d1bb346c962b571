import { newId } from '../shared/index.js';
import { complaints } from '../testing/complaints.js';
import { ExportFile, EXPORTS, RecordBundle, Withdrawal } from './index.js';

describe('a bundle of everything a shop owns', () => {
  const bundle = {
    format: 'gantelet-records',
    version: 1,
    madeAt: '2026-03-04T10:00:00Z',
    works: 'A works',
    schema: '20260101-first',
    tables: { zones: [{ id: newId(), name: 'Hall', position: 1, note: null }] },
  };

  it('consists of text, numbers and nulls, by valid table and column names', () => {
    expect(complaints(RecordBundle, bundle)).toEqual([]);
    expect(complaints(RecordBundle, { ...bundle, tables: { 'zones; --': [] } }).length).toBe(1);
    expect(complaints(RecordBundle, { ...bundle, tables: { zones: [{ 'na`me': 'Hall' }] } }).length).toBe(1);
    expect(complaints(RecordBundle, { ...bundle, tables: { zones: [{ name: { $gt: '' } }] } }).length).toBe(
      1,
    );
  });

  it('is a file of this application, in a version it can read', () => {
    expect(complaints(RecordBundle, { ...bundle, format: 'else' })).toEqual(['format: gantelet-records']);
    expect(complaints(RecordBundle, { ...bundle, version: 2 })).toEqual(['version: 1']);
  });
});

describe('an exported table', () => {
  it('is one of those allowed, under its file name', () => {
    for (const name of EXPORTS) expect(complaints(ExportFile, { file: `${name}.csv` })).toEqual([]);
    for (const file of ['sessions.csv', 'machines', '../machines.csv'])
      expect(complaints(ExportFile, { file }).length).withContext(file).toBe(1);
  });
});

describe('a withdrawn entry', () => {
  it('is of a log that has no other way', () => {
    expect(complaints(Withdrawal, { log: 'test-seam', entryId: newId() })).toEqual([]);
    expect(complaints(Withdrawal, { log: 'needle-change', entryId: newId() })[0]).toMatch(/^log: one of /);
  });
});
