import { needleFinish, pointStyle } from '@gantelet/core';
import { ROUTE_TABLE, type BookEntry } from '@gantelet/contracts';
import { fieldName } from '../../shared/words/field-name';

/** What was done, by the id of its route. */
const DEEDS: Readonly<Record<string, string>> = {
  beginChangeover: 'Changeover begun',
  tickStep: 'Changeover, a step',
  endChangeover: 'Changeover ended',
  registerDevice: 'Device registered',
  revokeDevice: 'Device revoked',
  askStandIn: 'Stand-in device used',
  logHookCheck: 'Hook checked',
  logFaultCase: 'Fault followed',
  setPresentSetup: 'Set up for a job',
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
  changeBobbinCase: 'Bobbin case corrected or thrown away',
  putBobbinCaseIn: 'Bobbin case put in',
  importPeople: 'List of people imported',
  importSetupList: 'List of set-ups imported',
  signInByPin: 'Signed in by PIN',
  signInByBadge: 'Signed in by badge',
  setPin: 'Own PIN changed',
  makeBadge: 'Badge made',
  addMessageTarget: 'Address for messages added',
  dropMessageTarget: 'Address for messages dropped',
  addPlate: 'Shared plate added',
  changePlate: 'Shared plate changed',
  addServiceKind: 'Kind of service added',
  changeServiceKind: 'Kind of service changed',
  logService: 'Service done',
  logHandSettings: 'Foot, edge and speed logged',
  logPullTest: 'Seam pulled apart',
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
  endQueuedJob: 'Job sewn or dropped',
  orderJobQueue: 'Jobs put in order',
  fitLives: 'Needle lives fitted',
  regroup: 'Needles regrouped',
  cancelJob: 'Computation stopped',
  saveSetup: 'Set-up saved',
  reviseSetup: 'Set-up corrected',
  importSetupCards: 'Set-up cards imported',
  setShopValue: 'Value set',
  registerLot: 'Lot registered',
  reviseLot: 'Lot corrected',
  decideLot: 'Lot decided',
  logNeedleCheck: 'Needle checked',
  withdrawEntry: 'Entry removed',
  reviseRoundsSettings: 'Planning settings changed',
  planRounds: 'Rounds planned',
  moveChange: 'Planned change moved',
  pinChange: 'Planned change pinned',
  publishPlan: 'Plan published',
  skipTask: 'Round task skipped',
  linkCalendar: 'Calendar link made',
  importStore: 'List taken into the store',
  addStoreItem: 'Added to the store',
  reviseStoreItem: 'Thing in the store corrected',
  moveStoreItem: 'Store counted, filled or used',
  orderStoreItem: 'Ordered for the store',
  receiveOrder: 'Order received',
  signIn: 'Signed in',
  signInByCode: 'Signed in by code',
  firstStart: 'Works begun',
  addPerson: 'Person added',
  revisePerson: 'Person changed',
  makeSignInCode: 'Sign-in code made',
  signOut: 'Signed out',
  changePassword: 'Password changed',
  signOutEverywhere: 'Signed out everywhere',
  reviseShop: 'Shop settings changed',
  reviseShopCalendar: 'Calendar changed',
  keepSetting: 'Setting kept',
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

/** Ids of the writes that have no words yet: none, as a test holds. */
export const unworded = (): readonly string[] =>
  ROUTE_TABLE.filter(({ method, permission }) => method !== 'GET' && permission !== 'device')
    .map(({ id }) => id)
    .filter((id) => !(id in DEEDS));

export const deedText = (kind: string): string => DEEDS[kind] ?? kind;

/** A field that was sent, by its name and what stood in it. */
export interface SentField {
  readonly name: string;
  readonly value: string;
}

const UUID = /^[\da-f]{8}-[\da-f]{4}-[\da-f]{4}-[\da-f]{4}-[\da-f]{12}$/;
/** Fields that say nothing to a reader. */
const TECHNICAL = new Set(['version', 'replaces']);

/** Names of what is sent by its identifier, by the field that it is sent in. */
const NAMED: Readonly<Record<string, (id: string) => { readonly name: string } | undefined>> = {
  pointId: pointStyle,
  finishId: needleFinish,
};

/** Everything that was sent, flat, without ids and with the names of points and finishes. */
export function sentFields({ body }: BookEntry['details'], path = ''): readonly SentField[] {
  if (body === null || body === undefined || body === '') return [];
  if (typeof body !== 'object') {
    const sent = String(body as string | number | boolean);
    if (UUID.test(sent) || TECHNICAL.has(path)) return [];
    const field = path.slice(path.lastIndexOf('.') + 1);
    return [{ name: fieldName(path), value: NAMED[field]?.(sent)?.name ?? sent }];
  }
  return Object.entries(body).flatMap(([key, value]) =>
    sentFields({ params: {}, body: value as unknown }, path === '' ? key : `${path}.${key}`),
  );
}

/** The first things that were sent, in a line. */
export function detailsText(details: BookEntry['details'], most = 5): string {
  const fields = sentFields(details);
  const shown = fields.slice(0, most).map(({ name, value }) => `${name}: ${value}`);
  return fields.length > most ? `${shown.join('; ')}; and more` : shown.join('; ');
}

/** A field as it was and as it is. */
export interface ChangedField extends SentField {
  /** Null where nothing stood before. */
  readonly before: string | null;
}

/** Every field of an entry beside what stood there before; those that are gone too. */
export function changedFields(entry: BookEntry, before: BookEntry | null): readonly ChangedField[] {
  const was = new Map((before ? sentFields(before.details) : []).map(({ name, value }) => [name, value]));
  const now = sentFields(entry.details).map((field) => ({ ...field, before: was.get(field.name) ?? null }));
  const gone = [...was]
    .filter(([name]) => !now.some((field) => field.name === name))
    .map(([name, value]) => ({ name, value: '', before: value }));
  return before ? [...now, ...gone] : now;
}
