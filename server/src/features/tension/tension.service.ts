import {
  diameterOfConstruction,
  knownByLock,
  learnJudges,
  stackOf,
  threadConstruction,
  type KnownSeam,
  type Values,
} from '@gantelet/core';
import {
  newId,
  ProblemError,
  type BobbinReading,
  type BobbinReadingInput,
  type GaugeReadingInput,
  type KeptSetting,
  type KeptSettingInput,
  type LoggedGaugeReading,
  type LoggedSeam,
  type Person,
  type SeamJudge,
  type Setup,
  type StripInput,
  type TensionView,
  type TestSeamInput,
} from '@gantelet/contracts';
import type { BobbinCaseSwapRow } from '../../db/bobbin-case-rows.js';
import type { Database, Transaction } from '../../db/database.js';
import { rowsBy } from '../../db/rows-by.js';
import { findMachine } from '../floor/index.js';
import { findSetups, readSetup } from '../match/index.js';
import { requireShopTime } from '../shop/index.js';
import { listBobbinCases, readingsOfCase } from './bobbin-case.service.js';
import { findSwaps } from './bobbin-case.store.js';
import {
  findBobbinReadings,
  findGaugeReadings,
  findKept,
  findKnownSeams,
  findSeams,
  insertBobbinReading,
  insertGaugeReading,
  insertKept,
  insertSeam,
  type JudgedByPerson,
} from './tension.store.js';

/**
 * What the Tension room works from: the set-up, its machine and seams, and where other work on the machine settled.
 */
export async function readTension(database: Database, setupId: string, now: Date): Promise<TensionView> {
  const setup = await readSetup(database, setupId);
  const ofMachine = { machineId: setup.machineId };
  const [machine, onMachine, cases, swaps, readings, gauge] = await Promise.all([
    findMachine(database, setup.machineId),
    findSetups(database, ofMachine),
    listBobbinCases(database, ofMachine, now),
    findSwaps(database, ofMachine, null),
    findBobbinReadings(database, setup.machineId),
    findGaugeReadings(database, setup.machineId),
  ]);
  const inMachine = cases.find(({ isIn }) => isIn)?.id ?? null;
  const setupIds = onMachine.map((one) => one.id);
  const [seams, kept] = await Promise.all([findSeams(database, setupIds), findKept(database, setupIds)]);
  return {
    setup,
    machine,
    seams: [...(seams.get(setupId) ?? [])],
    kept: kept.get(setupId) ?? null,
    cases,
    caseSwaps: swaps.map(({ caseId, putInAt }) => ({ caseId, putInAt: putInAt.toISOString() })),
    bobbin: inMachine === null ? readings : bobbinReadingsOf(readings, swaps, inMachine),
    gauge,
    presentTex:
      machine.presentSetupId === setupId
        ? null
        : (onMachine.find(({ id }) => id === machine.presentSetupId)?.thread.tex ?? null),
    logged: onMachine
      .filter((other) => other.id !== setupId)
      .flatMap((other) => settledSetting(other, seams.get(other.id) ?? [], kept.get(other.id))),
  };
}

function bobbinReadingsOf(
  readings: readonly BobbinReading[],
  swaps: readonly BobbinCaseSwapRow[],
  caseId: string,
): BobbinReading[] {
  const timed = readings.map((reading) => ({ reading, at: new Date(reading.readAt) }));
  return readingsOfCase(timed, swaps, caseId).map(({ reading }) => reading);
}

/** Logs a test seam under the key it was sent with. */
export async function logSeam(
  database: Database,
  id: string,
  setupId: string,
  seam: TestSeamInput,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<LoggedSeam> {
  await requireShopTime(database, new Date(seam.sewnAt), 'body.sewnAt', now, tx);
  await requireWithinTravel(database, setupId, [seam], 'body', tx);
  await insertSeam(database, id, setupId, seam, person.id, null, tx);
  return { id, ...seam, sewnBy: person.name, stripId: null };
}

/** Logs the seams of one strip, all or none, under the key it was sent with. */
export async function logStrip(
  database: Database,
  stripId: string,
  setupId: string,
  { seams }: StripInput,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<LoggedSeam[]> {
  for (const [i, { sewnAt }] of seams.entries())
    await requireShopTime(database, new Date(sewnAt), `body.seams.${i}.sewnAt`, now, tx);
  await requireWithinTravel(database, setupId, seams, 'body.seams', tx);
  const logged = seams.map((seam) => ({ id: newId(), ...seam, sewnBy: person.name, stripId }));
  for (const [i, { id }] of logged.entries()) {
    await insertSeam(database, id, setupId, seams[i]!, person.id, stripId, tx);
  }
  return logged;
}

/** Saves a top setting for a set-up. */
export async function keepSetting(
  database: Database,
  id: string,
  setupId: string,
  kept: KeptSettingInput,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<KeptSetting> {
  await requireShopTime(database, new Date(kept.keptAt), 'body.keptAt', now, tx);
  await requireWithinTravel(database, setupId, [kept], 'body', tx);
  await insertKept(database, id, setupId, kept, person.id, tx);
  return { id, ...kept, keptBy: person.name };
}

/** How many of a person's seams are learned from: what they read long ago says little about now. */
const MOST_KNOWN_SEAMS = 80;

/** How people read seams, for those of whom something is known. */
export async function listSeamJudges(database: Database, values: Values): Promise<SeamJudge[]> {
  const people = rowsBy(await findKnownSeams(database, MOST_KNOWN_SEAMS), ({ personId }) => personId);
  const known = [...people.values()].map((seams) => seams.flatMap((seam) => knownSeam(seam, values)));
  const weights = learnJudges(known, values);
  return [...people.values()].map((seams, i) => ({
    name: seams[0]!.name,
    known: known[i]!.length,
    weights: weights[i]!,
  }));
}

function knownSeam({ halfWindows, lockDepth, grade }: JudgedByPerson, values: Values): readonly KnownSeam[] {
  if (halfWindows !== null) return [{ z: halfWindows, zSd: 0, grade }];
  const known = knownByLock(lockDepth, grade, values);
  return known ? [known] : [];
}

/** Logs a reading of the bobbin case in the set-up's machine. */
export async function logBobbin(
  database: Database,
  id: string,
  setupId: string,
  reading: BobbinReadingInput,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<BobbinReading> {
  await requireShopTime(database, new Date(reading.readAt), 'body.readAt', now, tx);
  const { machineId, thread } = await readSetup(database, setupId, tx);
  const ids = { id, machineId, setupId, readById: person.id };
  const logged = await insertBobbinReading(database, ids, reading, tx);
  return { ...logged, tex: thread.tex, readBy: person.name };
}

/** Logs a gauge reading of the needle thread. */
export async function logGauge(
  database: Database,
  id: string,
  setupId: string,
  reading: GaugeReadingInput,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<LoggedGaugeReading> {
  await requireShopTime(database, new Date(reading.readAt), 'body.readAt', now, tx);
  await requireWithinTravel(database, setupId, [reading], 'body', tx);
  const { machineId, thread } = await readSetup(database, setupId, tx);
  await insertGaugeReading(database, { id, machineId, setupId, readById: person.id }, reading, tx);
  return { id, setupId, ...reading, tex: thread.tex, readBy: person.name };
}

/** @throws ProblemError `seam.past-travel` naming the first seam beyond the knob's travel */
async function requireWithinTravel(
  database: Database,
  setupId: string,
  seams: readonly { readonly turns: number }[],
  path: 'body' | 'body.seams',
  tx: Transaction,
): Promise<void> {
  const setup = await readSetup(database, setupId, tx);
  const { knob } = await findMachine(database, setup.machineId, tx);
  if (!knob) return;
  const past = seams.findIndex(({ turns }) => turns > knob.travelTurns);
  if (past < 0) return;
  const field = path === 'body' ? 'body.turns' : `body.seams.${past}.turns`;
  throw new ProblemError('seam.past-travel', { travelTurns: knob.travelTurns }, [
    { path: field, message: `at most ${knob.travelTurns}` },
  ]);
}

/** The last setting saved for a set-up, or at which it later sewed balanced; or none. */
function settledSetting(
  setup: Setup,
  seams: readonly LoggedSeam[],
  kept: KeptSetting | undefined,
): TensionView['logged'] {
  const sewn = seams.filter((seam) => seam.grade === 'balanced' && !seam.bothTight).at(-1);
  const last = kept && (!sewn || kept.keptAt >= sewn.sewnAt) ? kept : sewn;
  const construction = threadConstruction(setup.thread.constructionId);
  if (!last || !construction) return [];
  return [
    {
      setupId: setup.id,
      name: setup.name,
      tex: setup.thread.tex,
      threadDiameterMm: diameterOfConstruction(setup.thread.tex, construction).value,
      stackMm: stackOf(setup.layers).thicknessMm,
      turns: last.turns,
    },
  ];
}
