import { readPastStay, type PastStayRow, type PastStayShop } from './index.js';

const SHOP: PastStayShop = {
  machines: [
    { id: 'm7', shopNumber: 7, name: 'Compound 07' },
    { id: 'm8', shopNumber: 8, name: 'Post 08' },
  ],
  setups: [{ id: 's1', name: 'Hem', machineId: 'm7' }],
  // Central Europe: an hour ahead in winter, two in summer of 2025 (from 30 March, 01:00 UTC).
  utcOffset: (ms) => (ms >= Date.UTC(2025, 2, 30, 1) && ms < Date.UTC(2025, 9, 26, 1) ? 120 : 60),
  nowMs: Date.UTC(2026, 0, 1),
};
const row = (change: PastStayRow = {}): PastStayRow => ({
  machine: '7',
  needle: '135x16 NM 110 LR',
  in: '2025-03-28 07:30',
  out: '2025-03-31 14:10',
  material: 'leather',
  ...change,
});
const problemsOf = (change: PastStayRow) => {
  const read = readPastStay(row(change), SHOP);
  return 'problems' in read ? read.problems.map(({ column }) => column) : [];
};

describe('a row of a logbook', () => {
  it("is a needle's stay in the shop's local time, across a clock change", () => {
    const read = readPastStay(row({ why: 'Blunt', hours: '6,5', lot: ' L-1 ' }), SHOP);
    expect(read).toEqual({
      stay: {
        machineId: 'm7',
        needle: { systemId: '135x16', nm: 110, pointId: 'right-twist', finishId: 'chromed' },
        inMs: Date.UTC(2025, 2, 28, 6, 30),
        outMs: Date.UTC(2025, 2, 31, 12, 10),
        cause: 'wear',
        fragments: 'whole',
        runningHours: 6.5,
        setupId: null,
        material: 'leather',
        lotCode: 'L-1',
      },
    });
  });

  it('names its machine by number or name, its work by job or material', () => {
    const read = readPastStay(row({ machine: 'compound  07', job: 'hem', material: '' }), SHOP);
    expect(read).toEqual({
      stay: jasmine.objectContaining({ machineId: 'm7', setupId: 's1', material: null }),
    });
    expect(problemsOf({ job: 'Hem', machine: '8', material: '' })).toEqual(['job', 'material']);
    expect(problemsOf({ material: 'hide' })).toEqual(['material']);
  });

  it('says which cells are wrong', () => {
    expect(problemsOf({ machine: '9' })).toEqual(['machine']);
    for (const needle of ['110', '135x16', 'NM 70/12', '135x16 NM 110', 'Tex 90', ''])
      expect(problemsOf({ needle })).withContext(needle).toEqual(['needle']);
    for (const day of ['2025-02-30', '28.03.2025', '2025-03-28 25:00', ''])
      expect(problemsOf({ in: day }))
        .withContext(day)
        .toEqual(['in']);
    expect(problemsOf({ out: '2025-03-28 07:30' })).toEqual(['out']);
    expect(problemsOf({ out: '2026-02-01' })).toEqual(['out']);
    expect(problemsOf({ why: 'gremlins' })).toEqual(['why']);
    for (const hours of ['-1', 'many', '6000'])
      expect(problemsOf({ hours })).withContext(hours).toEqual(['hours']);
    expect(problemsOf({ hours: '' })).toEqual([]);
  });
});
