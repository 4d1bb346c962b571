import { newId, readMachineRow, type MachineRow } from '../index.js';

describe('a row of a machine list', () => {
  const zones = [
    { id: newId(), name: 'Bench hall' },
    { id: newId(), name: 'Annex' },
  ];
  const row: MachineRow = {
    number: '12',
    name: 'Flatbed compound 12',
    zone: 'bench HALL',
    class: 'Flatbed',
    feed: 'Walking foot',
    systems: '135x17; 134-35',
    plates: '2,2; 2.8',
    hook: 'left',
    bobbin: 'medium',
    speed: '900',
  };
  const problemsOf = (change: Partial<MachineRow>, among = zones) => {
    const read = readMachineRow({ ...row, ...change }, among);
    return 'problems' in read ? read.problems.map(({ column, message }) => `${column}: ${message}`) : [];
  };

  it('is a machine, with either decimal sign and defaults for empty cells', () => {
    const read = readMachineRow(row, zones);
    expect('entry' in read && read.entry).toEqual(
      jasmine.objectContaining({
        shopNumber: 12,
        zoneId: zones[0]!.id,
        machineClass: 'flatbed',
        feed: 'walking-foot',
        duty: 'medium',
        systemIds: ['135x17', '134-35'],
        shank: 'round',
        plateHoleMm: 2.2,
        plates: [
          { holeMm: 2.2, feedDogHoleMm: null },
          { holeMm: 2.8, feedDogHoleMm: null },
        ],
        preTensionWraps: 1,
        speedInUseSpm: 900,
      }),
    );
  });

  it('takes the shank from its needle system, and the zone if there is only one', () => {
    const read = readMachineRow({ ...row, systems: '130/705 H', zone: '' }, zones.slice(0, 1));
    expect('entry' in read && [read.entry.shank, read.entry.zoneId]).toEqual(['flat', zones[0]!.id]);
  });

  it('says of each wrong cell what it accepts', () => {
    expect(problemsOf({ feed: 'belt' })).toEqual(['feed: one of drop, walking-foot, needle, compound']);
    expect(problemsOf({ feed: '' })).toEqual(['feed: one of drop, walking-foot, needle, compound']);
    expect(problemsOf({ zone: 'Cellar' })).toEqual(['zone: one of Bench hall, Annex']);
    expect(problemsOf({ number: 'twelve', name: ' ' })).toEqual(['number: a number', 'name: not empty']);
    expect(problemsOf({ plates: '' })).toEqual(['plates: the hole of the plate that is on it, in mm']);
    expect(problemsOf({ plates: 'wide' })).toEqual(['plates: a number']);
    expect(problemsOf({ systems: '135x17, 1738X' })[0]).toContain('systems: 1738X is not one of ');
    expect(problemsOf({ systems: '130/705 H', shank: 'round' })).toEqual([
      'shank: all its needle systems have another shank',
    ]);
  });
});
