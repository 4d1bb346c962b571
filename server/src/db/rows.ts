import type {
  BobbinSchool,
  ClaimGround,
  DropTest,
  FragmentCount,
  MaterialKind,
  RemovalCause,
  SeamGrade,
  SplitBy,
  StepSchool,
  TensionTarget,
  Trouble,
} from '@gantelet/core';
import type { DeviceKind, Job, Machine, Role, SchoolChoice } from '@gantelet/contracts';

/** Rows as they are in the database; one interface per table, columns in snake case. */
export interface PersonRow {
  id: string;
  name: string;
  role: Role;
  signInName: string;
  passwordHash: string;
  /** False for people who have left. */
  active: boolean;
  /** Hash of a sign-in code that has not been used yet. */
  codeHash: string | null;
  codeUntil: Date | null;
  version: number;
}
export interface ShopRow {
  id: number;
  /** The demo, whose people's passwords are public. */
  isDemo: boolean;
  name: string;
  timeZone: string;
  /** Start of the shop's records. */
  beganAt: Date;
  sizeSchool: SchoolChoice['size'];
  leatherPointSchool: SchoolChoice['leatherPoint'];
  coatedPointSchool: SchoolChoice['coatedPoint'];
  lifeHours: number;
  bobbinSchool: BobbinSchool;
  tensionTarget: TensionTarget;
  stepSchool: StepSchool;
  currency: string;
  needleCost: number;
  labourCostPerHour: number;
  plannedMinutes: number;
  wearMinutes: number;
  accidentMinutes: number;
  /** Versioned JSON. */
  colourMarks: string;
  version: number;
}
/** Wrong PINs of a person, on all tablets together. */
export interface PinLockRow {
  personId: string;
  /** Wrong ones in a row since the last lock. */
  tries: number;
  /** How often it was locked in a row. */
  locks: number;
  lockedAt: Date | null;
  lockSeconds: number;
}

/** What identifies a person on a shared tablet: hashes only. */
export interface PersonPassRow {
  personId: string;
  pinHash: string | null;
  badgeHash: string | null;
}
export interface SpoiledWorkRow {
  materialKind: MaterialKind;
  cost: number;
}
export interface ShiftRow {
  id: string;
  name: string;
  startMinute: number;
  lengthMinutes: number;
  /** Days as digits, 0 Sunday to 6 Saturday. */
  weekdays: string;
}
export interface ZoneRow {
  id: string;
  name: string;
  position: number;
  sampleSewing: number | null;
  sampleChecks: number | null;
  planVersion: number;
}
export interface ZoneShiftRow {
  zoneId: string;
  shiftId: string;
}
export interface MachineRow {
  id: string;
  shopNumber: number;
  name: string;
  machineClass: Machine['machineClass'];
  feed: Machine['feed'];
  duty: Machine['duty'];
  zoneId: string;
  shank: Machine['shank'];
  plateHoleMm: number;
  hookSide: Machine['hookSide'];
  takeUpStrokeMm: number | null;
  preTensionWraps: number;
  bobbinSize: string | null;
  drive: Machine['drive'];
  stitchControl: Machine['stitchControl'];
  speedInUseSpm: number | null;
  speedMostSpm: number | null;
  threadLeastTex: number | null;
  threadMostTex: number | null;
  needleLeastNm: number | null;
  needleMostNm: number | null;
  oilNotes: string;
  serviceNotes: string;
  knobMark: string | null;
  knobTravelTurns: number | null;
  preTensionMark: string | null;
  presentSetupId: string | null;
  presentInstallId: string | null;
  /** Null while it is in use here. */
  retiredAt: Date | null;
  planColumn: number | null;
  planRow: number | null;
  version: number;
}
export interface MachineSystemRow {
  machineId: string;
  systemId: string;
  position: number;
}
export interface MachinePlateRow {
  machineId: string;
  position: number;
  holeMm: number;
  feedDogHoleMm: number | null;
}
export interface StitchDialReadingRow {
  machineId: string;
  position: number;
  dialMark: number;
  tenStitchesMm: number;
}
export interface ShopValueRow {
  id: string;
  valueId: string;
  value: number | null;
  standing: 'measured' | 'chosen';
  note: string;
  setAt: Date;
  setById: string;
  /** Place in the value's history, from 0: no two writers can take the same one. */
  position: number;
}
export interface SetupRow {
  id: string;
  name: string;
  machineId: string;
  threadLabel: string;
  threadTex: number;
  threadConstruction: string;
  needleSystem: string;
  bladeNm: number;
  pointStyle: string;
  needleFinish: string;
  plateHoleMm: number;
  stitchLengthMm: number;
  sizeSchool: SchoolChoice['size'];
  leatherPointSchool: SchoolChoice['leatherPoint'];
  coatedPointSchool: SchoolChoice['coatedPoint'];
  savedAt: Date;
  savedById: string;
  version: number;
}
export interface SetupLayerRow {
  setupId: string;
  position: number;
  materialId: string;
  thicknessMm: number;
  plies: number;
}
export interface TestSeamRow {
  id: string;
  setupId: string;
  turns: number;
  grade: SeamGrade;
  bothTight: boolean;
  bobbinDrop: DropTest | null;
  lockDepth: number | null;
  preTensionTurns: number | null;
  bobbinContrast: boolean;
  stripId: string | null;
  sewnAt: Date;
  sewnById: string;
}
export interface BobbinReadingRow {
  id: string;
  machineId: string;
  setupId: string;
  method: 'drop' | 'weight' | 'gauge' | 'screw';
  outcome: DropTest | null;
  grams: number | null;
  tensionCn: number | null;
  screwTurns: number;
  readAt: Date;
  readById: string;
}
export interface GaugeReadingRow {
  id: string;
  machineId: string;
  setupId: string;
  turns: number;
  tensionCn: number;
  pulls: number;
  readAt: Date;
  readById: string;
}
export interface PracticeRunRow {
  id: string;
  personId: string;
  scenarioId: string;
  seams: number;
  finishedAt: Date;
}
export interface PracticeJudgementRow {
  runId: string;
  place: number;
  halfWindows: number;
  grade: SeamGrade;
}
export interface KeptSettingRow {
  id: string;
  setupId: string;
  turns: number;
  sure: number;
  claim: ClaimGround | null;
  keptAt: Date;
  keptById: string;
}
export interface NeedleInstallRow {
  id: string;
  machineId: string;
  needleSystem: string;
  bladeNm: number;
  pointStyle: string;
  needleFinish: string;
  installedAt: Date;
  installedById: string;
  entryHours: number;
  setupId: string | null;
  /** The group its work puts it in, and the group it is counted with. */
  groupOfWork: string | null;
  lifeGroup: string | null;
  lotId: string | null;
}
export interface NeedleRemovalRow {
  id: string;
  installId: string;
  machineId: string;
  removedAt: Date;
  removedById: string;
  cause: RemovalCause;
  fragments: FragmentCount;
  runningHours: number;
}
export interface WriteRow {
  writeKey: string;
  routeId: string;
  personId: string;
  requestHash: string;
  reply: string | null;
  writtenAt: Date;
}
export interface SignInTryRow {
  who: string;
  tries: number;
  resetsAt: Date;
}
export interface DeviceRow {
  id: string;
  kind: DeviceKind;
  name: string;
  standIn: boolean;
  tokenHash: string;
  /** For the password file of an external broker; null if it was registered before there could be one. */
  brokerHash: string | null;
  registeredAt: Date;
  registeredById: string;
  revokedAt: Date | null;
  machineId: string | null;
  lastHeardAt: Date | null;
}
export interface JobRow {
  id: string;
  kind: Job['kind'];
  state: Job['state'];
  progress: number;
  /** The job's input, as JSON; null for kinds that need none. */
  ask: string | null;
  result: string | null;
  tries: number;
  claimedBy: string | null;
  claimedUntil: Date | null;
  askedAt: Date;
  askedById: string;
  finishedAt: Date | null;
}
export interface TroubleReportRow {
  id: string;
  machineId: string;
  installId: string | null;
  trouble: Trouble;
  reportedAt: Date;
  reportedById: string;
  answeredAt: Date | null;
  answeredById: string | null;
  finding: 'needle-changed' | 'nothing-found' | 'mended' | null;
}
export interface LifeIntervalRow {
  lifeGroup: string;
  advice: 'interval' | 'run-to-failure' | 'too-little';
  intervalHours: number | null;
  fittedAt: Date;
  /** The interval before the last fit that changed it; null if it has never changed. */
  previousHours: number | null;
  changedAt: Date | null;
}
/** A counter's total for the needle in its machine, up to a given hour. */
export interface NeedleCountRow {
  deviceId: string;
  installId: string;
  upTo: Date;
  stitches: number;
  motorMs: number;
  coveredShiftMs: number;
}
/** A needle in a pocket; its removal says what it is and how long it ran. */
export interface PartUsedNeedleRow {
  id: string;
  removalId: string;
  pocket: number;
  keptAt: Date;
  leftAt: Date | null;
  takenInstallId: string | null;
  discardedById: string | null;
}
export interface SharpsEmptyingRow {
  id: string;
  emptiedAt: Date;
  emptiedById: string;
  counted: number;
  expected: number;
}
export interface UndoneChangeRow {
  id: string;
  machineId: string;
  /** The deleted rows, as JSON. */
  changeMade: string;
  undoneAt: Date;
  undoneById: string;
}
export interface SpotCheckRow {
  id: string;
  zoneId: string;
  machineId: string;
  sewing: boolean;
  checkedAt: Date;
  checkedById: string;
}
export interface PieceCountRow {
  id: string;
  machineId: string;
  pieces: number;
  stitchesPerPiece: number;
  speedSpm: number;
  fromAt: Date;
  toAt: Date;
  countedById: string;
  /** Null while they count. */
  withdrawnAt: Date | null;
  withdrawnById: string | null;
}
export interface MachineServiceRow {
  id: string;
  machineId: string;
  /** One of the built-in kinds, or the id of one of the shop's own. */
  kind: string;
  note: string;
  doneAt: Date;
  doneById: string;
}
export interface MachineSetupRow {
  id: string;
  machineId: string;
  setupId: string;
  setAt: Date;
  setById: string;
}
export interface LifeGroupingRow {
  groupOfWork: string;
  mergedInto: string | null;
  splitBy: SplitBy | null;
  version: number;
  setAt: Date;
  setById: string;
}
