import { newId, type Scenario, type SetupWork } from '@gantelet/contracts';

/** Three people, one of each role. */
export const TEST_PEOPLE = {
  operator: { signInName: 'opa', password: 'operator-secret' },
  mechanic: { signInName: 'mek', password: 'mechanic-secret' },
  lead: { signInName: 'lea', password: 'lead-secret-1' },
} as const;
export type TestRole = keyof typeof TEST_PEOPLE;

/** The token of the small works' gauge. */
export const GAUGE_TOKEN = 'g'.repeat(43);

/** The token of its compound machine's counter. */
export const COUNTER_TOKEN = 'c'.repeat(43);

/** When the small works was loaded: a Wednesday, in the middle of the early shift. */
export const LOADED_AT = new Date('2026-03-04T10:00:00Z');

/**
 * A works small enough to reason about: one zone on one early shift, two machines, one set-up, two needles installed.
 */
export function smallWorks() {
  const ids = {
    zone: newId(),
    shift: newId(),
    compound: newId(),
    portable: newId(),
    setup: newId(),
    install: newId(),
    portableInstall: newId(),
    gauge: newId(),
    counter: newId(),
  };
  const people = (Object.keys(TEST_PEOPLE) as TestRole[]).map((role) => ({
    id: newId(),
    role,
    name: `Test ${role}`,
    ...TEST_PEOPLE[role],
  }));
  const mechanicId = people.find((person) => person.role === 'mechanic')!.id;
  const work: SetupWork = {
    name: 'Strap',
    machineId: ids.compound,
    layers: [
      { materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 },
      { materialId: 'duck-10', thicknessMm: 0.6, plies: 1 },
      { materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 },
    ],
    thread: { label: 'V138', tex: 135, constructionId: 'bonded-nylon' },
    needle: { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' },
    plateHoleMm: 2.8,
    stitchLengthMm: 4,
    schools: { size: 'by-work', leatherPoint: 'cutting', coatedPoint: 'small-cut' },
  };
  const machine = {
    machineClass: 'flatbed' as const,
    feed: 'compound' as const,
    duty: 'medium' as const,
    zoneId: ids.zone,
    plateHoleMm: 2.8,
    plates: [{ holeMm: 2.8, feedDogHoleMm: null }],
    hookSide: null,
    takeUpStrokeMm: null,
    preTensionWraps: 1,
    bobbinSizeId: 'medium',
    stitchDial: [],
    drive: null,
    stitchControl: null,
    speedInUseSpm: null,
    speedMostSpm: null,
    threadTex: { least: null, most: null },
    needleNm: { least: null, most: null },
    oilNotes: '',
    serviceNotes: '',
    presentSetupId: null,
    place: null,
  };
  const scenario: Scenario = {
    shop: {
      name: 'Test works',
      timeZone: 'UTC',
      schools: { size: 'by-work', leatherPoint: 'cutting', coatedPoint: 'small-cut' },
      tension: { bobbin: 'leave-bobbin', target: 'middle', step: 'as-the-seam-tells' },
      lifeHours: 8,
      colourMarks: [],
      costs: {
        currency: 'GBP',
        needle: 0.6,
        labourPerHour: 24,
        plannedMinutes: 4,
        wearMinutes: 14,
        accidentMinutes: 26,
        spoiledWork: { leather: 11, woven: 5, coated: 7, webbing: 4, felt: 2, foam: 2, rubber: 4 },
      },
    },
    people,
    shifts: [
      { id: ids.shift, name: 'Early', startMinute: 360, lengthMinutes: 480, weekdays: [1, 2, 3, 4, 5] },
    ],
    zones: [{ id: ids.zone, name: 'Hall', shiftIds: [ids.shift], workSample: { sewing: 50, checks: 100 } }],
    machines: [
      {
        ...machine,
        id: ids.compound,
        shopNumber: 1,
        name: 'Compound 01',
        systemIds: ['135x17', '135x16'],
        shank: 'round',
        knob: { mark: 'white line', travelTurns: 8 },
      },
      {
        ...machine,
        id: ids.portable,
        shopNumber: 2,
        name: 'Portable 02',
        systemIds: ['130/705 H'],
        shank: 'flat',
        knob: null,
      },
    ],
    shopValues: [],
    setups: [{ ...work, id: ids.setup, savedAt: '2026-03-01T08:00:00.000Z', savedById: mechanicId }],
    seams: [],
    installs: [
      {
        id: ids.install,
        machineId: ids.compound,
        ...work.needle,
        installedAt: '2026-03-03T06:00:00.000Z',
        installedById: mechanicId,
        entryHours: 0,
        setupId: ids.setup,
        lotId: null,
      },
      {
        id: ids.portableInstall,
        machineId: ids.portable,
        systemId: '130/705 H',
        nm: 100,
        pointId: 'round',
        finishId: 'chromed',
        installedAt: '2026-03-04T06:00:00.000Z',
        installedById: mechanicId,
        entryHours: 1,
        setupId: null,
        lotId: null,
      },
    ],
    removals: [],
    lots: [],
    services: [],
    serviceKinds: [],
    plates: [],
    faults: [],
    threadingCards: [],
    needleChecks: [],
    queuedJobs: [],
    bobbinCases: [],
    bobbinCaseSwaps: [],
    partUsed: [],
    rounds: null,
    storeItems: [],
    storeMoves: [],
    storeOrders: [],
    sharpsEmptyings: [],
    clearances: [],
    standIns: [
      {
        id: ids.gauge,
        kind: 'tension-gauge',
        name: 'Gauge 1',
        machineId: null,
        token: GAUGE_TOKEN,
        registeredById: mechanicId,
      },
      {
        id: ids.counter,
        kind: 'counter',
        name: 'Counter of Compound 01',
        machineId: ids.compound,
        token: COUNTER_TOKEN,
        registeredById: mechanicId,
      },
    ],
  };
  return { ids, work, scenario };
}
