import { newId } from '../shared/index.js';
import { readSetupRow, type SetupRow } from './index.js';

const MACHINES = [
  { id: newId(), shopNumber: 7, name: 'Flatbed compound 07', plateHoleMm: 2.8 },
  { id: newId(), shopNumber: 12, name: 'Post-bed 12', plateHoleMm: 2.2 },
];
const SCHOOLS = { size: 'by-work', leatherPoint: 'cutting', coatedPoint: 'small-cut' } as const;
const ROW: SetupRow = {
  ...{ name: 'Tool strap', machine: '7', layers: 'veg-tan-side 2,0; No. 10 cotton duck 0.8 mm x2' },
  ...{ thread: 'V138', type: 'bonded nylon', needle: '135x16 140/22 LR', stitch: '4,5' },
};

describe('a row of a list of set-ups', () => {
  it("is a set-up in the words of spool and pack, on its machine's plate", () => {
    expect(readSetupRow(ROW, MACHINES, SCHOOLS)).toEqual({
      work: {
        ...{ name: 'Tool strap', machineId: MACHINES[0]!.id, plateHoleMm: 2.8, stitchLengthMm: 4.5 },
        layers: [
          { materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 },
          { materialId: 'duck-10', thicknessMm: 0.8, plies: 2 },
        ],
        thread: { label: 'V138', tex: 135, constructionId: 'bonded-nylon' },
        needle: { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' },
        schools: SCHOOLS,
      },
    });
    const named = readSetupRow({ ...ROW, machine: 'post-bed 12', plate: '1,6' }, MACHINES, SCHOOLS);
    expect('work' in named && [named.work.machineId, named.work.plateHoleMm]).toEqual([MACHINES[1]!.id, 1.6]);
  });

  it('says which cell is wrong, each once', () => {
    const wrong = (change: Partial<SetupRow>) => {
      const read = readSetupRow({ ...ROW, ...change }, MACHINES, SCHOOLS);
      return 'problems' in read ? read.problems.map(({ column }) => column) : [];
    };
    expect(wrong({ machine: '99' })).toEqual(['machine']);
    expect(wrong({ layers: 'unobtainium 2; glass 3' })).toEqual(['layers']);
    expect(wrong({ layers: '' })).toEqual(['layers']);
    expect(wrong({ thread: '30' })).toEqual(['thread']);
    expect(wrong({ type: 'string' })).toEqual(['type', 'thread']);
    expect(wrong({ needle: 'NM 140' })).toEqual(['needle']);
    expect(wrong({ stitch: 'long' })).toEqual(['stitch']);
    expect(wrong({ name: '' })).toEqual(['name']);
  });
});
