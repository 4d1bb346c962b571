import {
  needleFinish,
  pointStyle,
  type DropTest,
  type FragmentCount,
  type RemovalCause,
  type Trouble,
} from '@gantelet/core';
import { ROUTE_TABLE, type BookEntry } from '@gantelet/contracts';
import { dateText, shortNumber } from '../../shared/locale';
import { fieldName } from '../../shared/words/field-name';
import { CAUSE_WORDS, FRAGMENT_WORDS, TROUBLE_WORDS } from '../../shared/words/floor-words';
import { DROP_WORDS } from '../../shared/words/tension-words';

/** What was done, by the id of its route. */
const DEEDS: Readonly<Record<string, string>> = {
  beginChangeover: 'Changeover started',
  tickStep: 'Changeover, a step',
  endChangeover: 'Changeover ended',
  registerDevice: 'Device registered',
  reviseSafekeepingRule: 'Rule for backups changed',
  liftLock: 'Sign-in unlocked',
  resealBook: 'Book sealed again',
  revokeDevice: 'Device revoked',
  askStandIn: 'Stand-in device used',
  logHookCheck: 'Hook checked',
  logFaultCase: 'Fault traced',
  setPresentSetup: 'Machine set up for a job',
  addZone: 'Zone added',
  renameZone: 'Zone renamed',
  registerMachine: 'Machine registered',
  importMachines: 'Machines imported',
  importPastStays: 'Past needles imported',
  retireMachine: 'Machine retired or brought back',
  reviseMachine: 'Machine corrected',
  markKnob: 'Knob marked',
  decideCounterLeap: 'Counter jump decided',
  changeNeedle: 'Needle changed',
  undoChange: 'Needle change undone',
  discardPartUsed: 'Part-used needle discarded',
  moveToPocket: 'Needle moved to another pocket',
  emptySharps: 'Sharps box emptied',
  addBobbinCase: 'Bobbin case marked',
  changeBobbinCase: 'Bobbin case corrected or discarded',
  putBobbinCaseIn: 'Bobbin case put in',
  importPeople: 'List of people imported',
  importSetupList: 'List of set-ups imported',
  signInByPin: 'Signed in by PIN',
  signInByBadge: 'Signed in by badge',
  setPin: 'Own PIN changed',
  makeBadge: 'Badge made',
  addMessageTarget: 'Message recipient added',
  dropMessageTarget: 'Message recipient removed',
  addPlate: 'Shared plate added',
  changePlate: 'Shared plate changed',
  addServiceKind: 'Kind of service added',
  changeServiceKind: 'Kind of service changed',
  logService: 'Service done',
  logHandSettings: 'Foot, edge and speed logged',
  logPullTest: 'Pull test',
  writeThreadingCard: 'Threading card written',
  logPieces: 'Pieces entered',
  withdrawPieces: 'Pieces removed',
  logSpotCheck: 'Spot check',
  arrangeZone: 'Floor plan arranged',
  reportTrouble: 'Problem reported',
  answerReport: 'Report answered',
  clearMachine: 'Machine cleared to run',
  queueJob: 'Job added',
  reviseQueuedJob: 'Job corrected',
  endQueuedJob: 'Job sewn or removed',
  orderJobQueue: 'Jobs put in order',
  fitLives: 'Needle lives fitted',
  regroup: 'Life groups changed',
  cancelJob: 'Computation stopped',
  saveSetup: 'Set-up saved',
  reviseSetup: 'Set-up corrected',
  importSetupCards: 'Set-up cards imported',
  setShopValue: 'Value set',
  registerLot: 'Lot registered',
  reviseLot: 'Lot corrected',
  decideLot: 'Lot accepted or kept out',
  logNeedleCheck: 'Needle checked',
  withdrawEntry: 'Entry removed',
  reviseRoundsSettings: 'Planning settings changed',
  planRounds: 'Rounds planned',
  moveChange: 'Planned change moved',
  pinChange: 'Planned change pinned',
  publishPlan: 'Plan published',
  skipTask: 'Round task skipped',
  linkCalendar: 'Calendar link made',
  importStore: 'List imported into the store',
  addStoreItem: 'Added to the store',
  reviseStoreItem: 'Store item corrected',
  moveStoreItem: 'Stock counted, added or used',
  orderStoreItem: 'Ordered for the store',
  receiveOrder: 'Order received',
  signIn: 'Signed in',
  signInByCode: 'Signed in by code',
  firstStart: 'Works set up',
  addPerson: 'Person added',
  revisePerson: 'Person changed',
  makeSignInCode: 'Sign-in code made',
  signOut: 'Signed out',
  changePassword: 'Password changed',
  signOutEverywhere: 'Signed out everywhere',
  reviseShop: 'Shop settings changed',
  reviseShopCalendar: 'Calendar changed',
  keepSetting: 'Setting saved',
  logSeam: 'Test seam',
  logStrip: 'Ladder strip',
  logBobbin: 'Bobbin reading',
  logGauge: 'Gauge reading',
  logPracticeRun: 'Practice run',
};

/** Kinds of deeds, by name. */
export const DEED_KINDS: readonly { readonly id: string; readonly name: string }[] = Object.entries(DEEDS)
  .map(([id, name]) => ({ id, name }))
  .sort((a, b) => a.name.localeCompare(b.name));

/** Ids of writes that have no wording yet: a test makes sure there are none. */
export const unworded = (): readonly string[] =>
  ROUTE_TABLE.filter(({ method, permission }) => method !== 'GET' && permission !== 'device')
    .map(({ id }) => id)
    .filter((id) => !(id in DEEDS));

export const deedText = (kind: string): string => DEEDS[kind] ?? kind;

/** A field that was sent, by its name and value. */
export interface SentField {
  readonly name: string;
  readonly value: string;
}

const UUID = /^[\da-f]{8}-[\da-f]{4}-[\da-f]{4}-[\da-f]{4}-[\da-f]{12}$/;
/** Fields that mean nothing to a reader. */
const TECHNICAL = new Set(['version', 'replaces']);
/** Decimals of a number as it was sent. */
const MOST_DIGITS = 6;

/** Wording for values that are sent as identifiers, by field. */
const NAMED: Readonly<Record<string, (id: string) => string | undefined>> = {
  pointId: (id) => pointStyle(id)?.name,
  finishId: (id) => needleFinish(id)?.name,
  cause: (id) => CAUSE_WORDS[id as RemovalCause],
  fragments: (id) => FRAGMENT_WORDS[id as FragmentCount] || id,
  trouble: (id) => TROUBLE_WORDS[id as Trouble],
  outcome: (id) => DROP_WORDS[id as DropTest],
};

/** Everything that was sent, flattened, without ids and in readable form. */
export function sentFields({ body }: BookEntry['details'], path = ''): readonly SentField[] {
  if (body === null || body === undefined || body === '') return [];
  if (typeof body !== 'object') {
    const sent = body as string | number | boolean;
    if (UUID.test(String(sent)) || TECHNICAL.has(path)) return [];
    return [{ name: fieldName(path), value: valueText(path.slice(path.lastIndexOf('.') + 1), sent) }];
  }
  return Object.entries(body).flatMap(([key, value]) =>
    sentFields({ params: {}, body: value as unknown }, path === '' ? key : `${path}.${key}`),
  );
}

const INSTANT = /^\d{4}-\d\d-\d\dT[\d:.]+Z$/;
const DAY = /^\d{4}-\d\d-\d\d$/;
/** Choices are sent as hyphenated words. */
const CHOICE = /^[a-z]+(?:-[a-z]+)+$/;

function valueText(field: string, sent: string | number | boolean): string {
  if (typeof sent === 'boolean') return sent ? 'yes' : 'no';
  if (typeof sent === 'number') return shortNumber(sent, MOST_DIGITS);
  const named = NAMED[field]?.(sent);
  if (named !== undefined) return named;
  if (INSTANT.test(sent)) return dateText(sent, 'second');
  if (DAY.test(sent)) return dateText(sent, 'year');
  return CHOICE.test(sent) ? sent.replaceAll('-', ' ') : sent;
}

/** The first fields that were sent, in a line. */
export function detailsText(details: BookEntry['details'], most = 5): string {
  const fields = sentFields(details);
  const shown = fields.slice(0, most).map(({ name, value }) => `${name}: ${value}`);
  return fields.length > most ? `${shown.join('; ')}; and more` : shown.join('; ');
}

/** A field before and after. */
export interface ChangedField extends SentField {
  /** Null if there was no value before. */
  readonly before: string | null;
}

/** Every field of an entry with its previous value, including fields that are gone. */
export function changedFields(entry: BookEntry, before: BookEntry | null): readonly ChangedField[] {
  const was = new Map((before ? sentFields(before.details) : []).map(({ name, value }) => [name, value]));
  const now = sentFields(entry.details).map((field) => ({ ...field, before: was.get(field.name) ?? null }));
  const gone = [...was]
    .filter(([name]) => !now.some((field) => field.name === name))
    .map(([name, value]) => ({ name, value: '', before: value }));
  return before ? [...now, ...gone] : now;
}
