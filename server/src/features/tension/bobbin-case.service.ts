import { bobbinCase, caseAt, caseResets, UNMARKED } from '@gantelet/core';
import {
  ProblemError,
  type BobbinCaseChange,
  type BobbinCaseEntry,
  type BobbinCaseSwap,
  type BobbinCaseView,
} from '@gantelet/contracts';
import type { BobbinCaseRow, BobbinCaseSwapRow } from '../../db/bobbin-case-rows.js';
import type { Database, Transaction } from '../../db/database.js';
import { rowsBy } from '../../db/rows-by.js';
import type { WriteContext } from '../../db/write-context.js';
import { lockMachine } from '../floor/index.js';
import { requireShopTime } from '../shop/index.js';
import {
  findCaseReadings,
  findCases,
  findSwaps,
  insertCase,
  insertSwap,
  lockCase,
  updateCase,
  type LoggedCaseReading,
  type OfMachine,
} from './bobbin-case.store.js';

/** How far back to count how often a case was reset for another thread. */
const RESETS_MS = 90 * 24 * 60 * 60_000;

/**
 * The bobbin cases of every machine, or of one, that has any or that anything was logged for; the one in the machine
 * comes first. A machine with unmarked cases has one, without an id.
 */
export async function listBobbinCases(
  database: Database,
  of: OfMachine,
  now: Date,
  tx: Transaction | null = null,
): Promise<BobbinCaseView[]> {
  const [cases, swaps, readings] = await Promise.all([
    findCases(database, of, tx),
    findSwaps(database, of, tx),
    findCaseReadings(database, of, tx),
  ]);
  const since = now.getTime() - RESETS_MS;
  const machineOf = ({ machineId }: { readonly machineId: string }): string => machineId;
  const casesOf = rowsBy(cases, machineOf);
  const swapsOf = rowsBy(swaps, machineOf);
  const readingsOf = rowsBy(readings, machineOf);
  return [...new Set([...casesOf.keys(), ...readingsOf.keys()])].flatMap((machineId) => {
    const [own, log] = [swapsOf.get(machineId) ?? [], readingsOf.get(machineId) ?? []];
    const marked = casesOf.get(machineId) ?? [];
    if (marked.length === 0) return [viewOf(machineId, null, own, log, since)];
    const views = marked
      .filter(({ thrownAway }) => !thrownAway)
      .map((row) => viewOf(machineId, row, own, readingsOfCase(log, own, row.id), since));
    return views.sort((a, b) => Number(b.isIn) - Number(a.isIn));
  });
}

/** Readings taken while a case was in. */
export function readingsOfCase<Reading extends { readonly at: Date }>(
  readings: readonly Reading[],
  swaps: readonly BobbinCaseSwapRow[],
  caseId: string,
): readonly Reading[] {
  return readings.filter(({ at }) => caseAt(swaps, at) === caseId);
}

function viewOf(
  machineId: string,
  row: BobbinCaseRow | null,
  swaps: readonly BobbinCaseSwapRow[],
  readings: readonly LoggedCaseReading[],
  since: number,
): BobbinCaseView {
  const { id, mark, latch, slotMostTex } = row ?? UNMARKED;
  const timed = readings.map((reading) => ({ ...reading, at: reading.at.getTime() }));
  const { count, threads } = caseResets(timed, since);
  return {
    ...{
      machineId,
      id,
      mark,
      latch,
      slotMostTex,
      settingScrew: row?.settingScrew ?? null,
      note: row?.note ?? '',
      version: row?.version ?? 0,
    },
    isIn: row === null || swaps.at(-1)?.caseId === row.id,
    ...bobbinCase(readings),
    resets: { count, threads: [...threads] },
  };
}

async function readCase(
  { database, tx, now }: WriteContext,
  machineId: string,
  id: string,
): Promise<BobbinCaseView> {
  const found = (await listBobbinCases(database, { machineId }, now, tx)).find((one) => one.id === id);
  if (!found) throw new ProblemError('bobbin-case.unknown');
  return found;
}

/**
 * Gives one of a machine's bobbin cases a mark. The first marked one is the one in the machine, with everything
 * logged before.
 *
 * @throws ProblemError `machine.unknown`, `machine.retired`, `bobbin-case.mark-taken`
 */
export async function addBobbinCase(
  context: WriteContext,
  id: string,
  machineId: string,
  entry: BobbinCaseEntry,
): Promise<BobbinCaseView> {
  const { database, tx, person, now } = context;
  await lockMachine(database, machineId, tx);
  const others = await findCases(database, { machineId }, tx);
  await insertCase(database, id, machineId, entry, tx);
  if (others.length === 0)
    await insertSwap(database, { id, machineId, caseId: id, putInAt: now, putInById: person.id }, tx);
  return readCase(context, machineId, id);
}

/**
 * Changes a case's details, or discards it once it is out of its machine.
 *
 * @throws ProblemError `bobbin-case.unknown`, `bobbin-case.mark-taken`, `bobbin-case.is-in`, `version.stale`
 */
export async function changeBobbinCase(
  context: WriteContext,
  id: string,
  { version, ...change }: BobbinCaseChange,
): Promise<BobbinCaseView> {
  const { database, tx } = context;
  const row = await lockCase(database, id, tx);
  if (row.version !== version) throw new ProblemError('version.stale');
  const before = await readCase(context, row.machineId, id);
  if (change.thrownAway && before.isIn) throw new ProblemError('bobbin-case.is-in', { mark: before.mark! });
  await updateCase(database, id, { ...change, version: version + 1 }, tx);
  const { mark, latch, slotMostTex, settingScrew, note } = change;
  return { ...before, mark, latch, slotMostTex, settingScrew, note, version: version + 1 };
}

/**
 * Puts another of the machine's cases in. One that is already in stays.
 *
 * @throws ProblemError `machine.unknown`, `machine.retired`, `bobbin-case.unknown`, `bobbin-case.springs-open`,
 * `time.outside`
 */
export async function putBobbinCaseIn(
  context: WriteContext,
  id: string,
  machineId: string,
  { caseId, putInAt: at }: BobbinCaseSwap,
): Promise<BobbinCaseView> {
  const { database, tx, person, now } = context;
  await lockMachine(database, machineId, tx);
  const putInAt = new Date(at);
  await requireShopTime(database, putInAt, 'body.putInAt', now, tx);
  const row = await lockCase(database, caseId, tx);
  if (row.machineId !== machineId || row.thrownAway) throw new ProblemError('bobbin-case.unknown');
  if (row.latch === 'springs-open') throw new ProblemError('bobbin-case.springs-open', { mark: row.mark });
  const swaps = await findSwaps(database, { machineId }, tx);
  if (swaps.at(-1)?.caseId !== caseId)
    await insertSwap(database, { id, machineId, caseId, putInAt, putInById: person.id }, tx);
  return readCase(context, machineId, caseId);
}
