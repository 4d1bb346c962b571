import {
  newId,
  type Changeover,
  type FloorMachine,
  type FloorZone,
  type Machine,
  type NeedleLot,
  type PartUsedNeedle,
  type Session,
  type Setup,
  type TensionView,
} from '@gantelet/contracts';
import type { WaitingWrite } from '../shared/outbox/outbox';

/** Examples for interface tests. */
export const MACHINE: Machine = {
  id: newId(),
  shopNumber: 7,
  name: 'Compound 07',
  machineClass: 'flatbed',
  feed: 'compound',
  duty: 'medium',
  zone: { id: newId(), name: 'Hall' },
  systemIds: ['135x17', '135x16'],
  shank: 'round',
  plateHoleMm: 2.8,
  plates: [
    { holeMm: 2.8, feedDogHoleMm: null },
    { holeMm: 2.2, feedDogHoleMm: null },
  ],
  sharedPlates: [],
  hookSide: 'left',
  takeUpStrokeMm: 68,
  preTensionWraps: 1,
  bobbinSizeId: 'medium',
  stitchDial: [
    { mark: 2, tenStitchesMm: 20 },
    { mark: 4, tenStitchesMm: 40 },
  ],
  drive: 'servo',
  stitchControl: 'dial',
  speedInUseSpm: 900,
  speedMostSpm: 2200,
  threadTex: { least: null, most: 270 },
  needleNm: { least: null, most: 180 },
  oilNotes: '',
  serviceNotes: '',
  knob: { mark: 'white line', travelTurns: 8 },
  presentSetupId: null,
  version: 0,
};

export const PART_USED: PartUsedNeedle = {
  id: newId(),
  pocket: 1,
  needle: { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' },
  lotCode: null,
  runningHours: 2,
  machineName: 'Compound 07',
  setupName: 'Strap',
  keptAt: '2026-03-04T08:00:00.000Z',
  keptBy: 'Test mechanic',
};

/** A lot that was not checked at all. */
export function needleLot(code: string, change: Partial<NeedleLot> = {}): NeedleLot {
  return {
    id: newId(),
    code,
    needle: { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' },
    received: null,
    supplier: '',
    receivedAt: '2026-03-01T08:00:00.000Z',
    receivedBy: 'Test mechanic',
    state: 'open',
    decided: null,
    sample: { checked: 0, bad: 0, doubtful: 0 },
    friction: { tested: 0, tooMuch: 0, mean: null, evidence: 1, bad: false },
    ...change,
  };
}

export const SETUP: Setup = {
  id: newId(),
  name: 'Strap',
  machineId: MACHINE.id,
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
  version: 0,
  savedAt: '2026-03-01T08:00:00.000Z',
  savedBy: 'Test mechanic',
};

/** From nothing to the strap: three of the possible steps. */
export const CHANGEOVER: Changeover = {
  id: newId(),
  machineId: MACHINE.id,
  machineName: 'Compound 07',
  from: { id: newId(), name: 'Lining' },
  to: { id: SETUP.id, name: 'Strap' },
  steps: [
    { do: 'power-off', minutes: 0 },
    { do: 'needle', minutes: 2, needle: SETUP.needle, changed: ['size'] },
    { do: 'guards', minutes: 0 },
  ],
  ticks: [],
  begunAt: '2026-03-04T09:00:00.000Z',
  begunBy: 'Test mechanic',
  end: null,
};

export const SESSION: Session = {
  firstStart: false,
  csrfToken: 'token',
  person: { id: newId(), name: 'Test mechanic', role: 'mechanic' },
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
    version: 0,
  },
};

export const TENSION: TensionView = {
  setup: SETUP,
  machine: MACHINE,
  seams: [],
  cases: [],
  caseSwaps: [],
  bobbin: [],
  gauge: [],
  kept: null,
  presentTex: null,
  logged: [],
};

export function floorMachine(
  name: string,
  runningHours: number,
  more: Partial<FloorMachine> = {},
): FloorMachine {
  const hoursLeft = 8 - runningHours;
  return {
    id: newId(),
    shopNumber: 1,
    name,
    systemIds: ['135x17', '135x16'],
    needle: {
      ...SETUP.needle,
      installId: newId(),
      installedAt: '2026-03-03T06:00:00.000Z',
      installedBy: 'Test mechanic',
      lotCode: null,
      entryHours: 0,
    },
    age: {
      runningHours,
      lowHours: runningHours * 0.8,
      highHours: runningHours * 1.2,
      hoursLeft,
      state: hoursLeft <= 0 ? 'due' : 'good',
    },
    counter: null,
    planned: { hours: 8, from: 'flat' },
    reports: [],
    stops: [],
    presentSetup: null,
    changeover: null,
    place: null,
    ...more,
  };
}

export function floorZone(machines: readonly FloorMachine[]): FloorZone {
  return {
    id: 'zone',
    name: 'Hall',
    needleFraction: { value: 0.5, low: 0.4, high: 0.6, standing: 'measured', checks: 100 },
    planVersion: 0,
    machines: [...machines],
  };
}

/** A write that is waiting for the network. */
export function waitingWrite(routeId: WaitingWrite['routeId']): WaitingWrite {
  return {
    key: newId(),
    routeId,
    params: {},
    body: {},
    personId: SESSION.person!.id,
    lane: routeId,
    urgent: false,
    words: 'Compound 07: needle change, worn',
    tabId: newId(),
    madeAtMs: Date.parse('2026-03-04T10:00:00.000Z'),
    tried: true,
  };
}
