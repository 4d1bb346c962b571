import {
  effectiveGroup,
  groupId,
  HOUR_MS,
  mustStop,
  needleAge,
  needleSystem,
  pointStyle,
  stackOf,
  wearingKind,
} from '@gantelet/core';
import {
  newId,
  ProblemError,
  type FloorMachine,
  type NeedleChange,
  type NeedleChoice,
  type Person,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { needleColumns, needleOfColumns } from '../../db/needle-columns.js';
import type { MachineRow, NeedleInstallRow, SetupLayerRow } from '../../db/rows.js';
import type { CountedRow } from '../counter/index.js';
import { requireLot } from '../needle/index.js';
import { requireBetween, requireShopTime } from '../shop/index.js';
import { standingNow } from './floor-view.service.js';
import { answerReports, findInstall, findLayers, insertInstall, insertRemoval } from './floor.store.js';
import { findGroupRules } from './life-group.store.js';
import { lockMachine, updateMachine, type LockedMachine } from './machine.store.js';
import { keepInPocket, requireKept, takeIntoMachine } from './part-used.service.js';
import { insertStop } from './safety-stop.store.js';
import { countedBy, shopClock, type ShopClock } from './shop-clock.js';
import { findPieces, type PiecesOfNeedle } from './work-record.store.js';

/** How long a change may wait on a device for the network. */
const LONGEST_WAY_MS = 7 * 24 * HOUR_MS;

interface ChangeIds {
  readonly installId: string;
  /** The set-up the needle is for; the machine's present one if left out. */
  readonly setupId?: string;
}

/**
 * One needle out, one in, in the name of the person who did it. A missing piece stops the machine.
 *
 * A refused change still stops the machine when a piece is missing, since it is missing all the same: the machine is
 * then returned stopped, with the needle it had.
 */
export async function changeNeedle(
  database: Database,
  machineId: string,
  change: NeedleChange,
  ids: ChangeIds,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  const row = await lockMachine(database, machineId, tx);
  if (!mustStop(change.fragments)) return logChange(database, row, change, ids, person, now, tx);
  try {
    return await database.sequelize.transaction({ transaction: tx }, (inner) =>
      logChange(database, row, change, ids, person, now, inner),
    );
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    // The time may be the reason for the refusal.
    const agoMs = now.getTime() - Date.parse(change.changedAt);
    const reportedAt = agoMs > 0 && agoMs < LONGEST_WAY_MS ? new Date(change.changedAt) : now;
    const stop = { id: newId(), machineId, installId: change.removesInstallId, reportedAt };
    await insertStop(database, { ...stop, reportedById: person.id }, tx);
    return standingNow(database, machineId, await shopClock(database, tx), now, tx);
  }
}

/** Takes the needle out of a machine without a replacement: into the sharps box. */
export async function emptyMachine(
  database: Database,
  row: MachineRow,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<void> {
  const before = await readNeedle(database, row, now, tx);
  if (!before.needle) return;
  const out = { cause: 'changeover', fragments: 'whole', keptInPocket: null } as const;
  await removeNeedle(database, before.needle, out, row, before, person, now, tx);
}

/** The needle logged as in a machine; null when there is none. */
export async function needleInMachine(
  database: Database,
  machineId: string,
  tx: Transaction,
): Promise<NeedleChoice | null> {
  const { presentInstallId } = await lockMachine(database, machineId, tx);
  const install = presentInstallId === null ? null : await findInstall(database, presentInstallId, tx);
  return install && needleOfColumns(install);
}

/** @throws ProblemError `needle.moved-on` and others when the change is not possible */
async function logChange(
  database: Database,
  row: LockedMachine,
  change: NeedleChange,
  ids: ChangeIds,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  const machineId = row.id;
  requireClampTakes(row, change);
  const changedAt = new Date(change.changedAt);
  const setupId = ids.setupId ?? row.presentSetupId;
  const [before, layers, rules] = await Promise.all([
    readNeedle(database, row, changedAt, tx),
    setupId === null ? [] : findLayers(database, setupId, tx),
    findGroupRules(database, tx),
  ]);
  const { needle: leaving, clock } = before;
  if (row.presentInstallId !== change.removesInstallId) {
    throw new ProblemError('needle.moved-on', {
      sent: change.removesInstallId,
      current: await standingNow(database, machineId, clock, now, tx),
    });
  }
  if (leaving) requireBetween(changedAt, leaving.installedAt, 'body.changedAt', now);
  else await requireShopTime(database, changedAt, 'body.changedAt', now, tx);
  const partUsed =
    change.partUsedId === null ? null : await requireKept(database, change.partUsedId, change.needle, tx);
  if (change.lotId !== null) await requireLot(database, change.lotId, change.needle, changedAt, tx);
  const groupOfWork = groupOfWorkOf(row, layers, change.needle.pointId);
  const removalId =
    leaving && (await removeNeedle(database, leaving, change, row, before, person, changedAt, tx));
  await insertInstall(
    database,
    {
      id: ids.installId,
      machineId,
      ...needleColumns(change.needle),
      installedAt: changedAt,
      installedById: person.id,
      entryHours: partUsed?.runningHours ?? 0,
      setupId,
      groupOfWork,
      lifeGroup: groupOfWork && effectiveGroup(groupOfWork, change.needle, rules),
      lotId: partUsed?.lotId ?? change.lotId,
    },
    tx,
  );
  if (partUsed) await takeIntoMachine(database, partUsed.id, ids.installId, changedAt, tx);
  const answer = { answeredAt: changedAt, answeredById: person.id, finding: 'needle-changed' as const };
  await answerReports(database, { machineId }, answer, tx);
  if (mustStop(change.fragments)) {
    const stop = { id: removalId ?? newId(), machineId, installId: leaving?.id ?? null };
    await insertStop(database, { ...stop, reportedAt: changedAt, reportedById: person.id }, tx);
  }
  await updateMachine(database, machineId, { presentInstallId: ids.installId }, tx);
  return standingNow(database, machineId, clock, now, tx);
}

/** The needle in a machine, and what its running hours are calculated from. */
interface NeedleBefore {
  readonly needle: NeedleInstallRow | null;
  readonly clock: ShopClock;
  readonly counted: CountedRow | null;
  readonly pieces: readonly PiecesOfNeedle[];
}

/**
 * Requested together, in one wait for the database. Only for reads: a statement sent after a write for which the
 * database rolls the transaction back would be committed on its own.
 */
async function readNeedle(
  database: Database,
  { id, presentInstallId }: MachineRow,
  until: Date,
  tx: Transaction,
): Promise<NeedleBefore> {
  const [needle, clock, counted, pieces] = await Promise.all([
    presentInstallId === null ? null : findInstall(database, presentInstallId, tx),
    shopClock(database, tx),
    countedBy(database, id, until, tx),
    findPieces(database, id, tx),
  ]);
  return { needle, clock, counted: counted.get(id) ?? null, pieces: pieces.get(id) ?? [] };
}

/** The group a needle's work puts it in; null for a machine without a set-up. */
function groupOfWorkOf(
  { machineClass }: MachineRow,
  layers: readonly SetupLayerRow[],
  pointId: string,
): string | null {
  const points = pointStyle(pointId)?.family;
  if (layers.length === 0 || !points) return null;
  return groupId({ material: wearingKind(stackOf(layers)), points, machineClass, part: null });
}

async function removeNeedle(
  database: Database,
  leaving: NeedleInstallRow,
  { cause, fragments, keptInPocket }: Pick<NeedleChange, 'cause' | 'fragments' | 'keptInPocket'>,
  { zoneId, id: machineId }: MachineRow,
  { clock, counted, pieces }: NeedleBefore,
  person: Person,
  removedAt: Date,
  tx: Transaction,
): Promise<string> {
  const id = newId();
  const { installedAt, entryHours } = leaving;
  const hours = clock.hours(zoneId, installedAt, removedAt, entryHours, { counted, pieces });
  const { runningHours } = needleAge({ ...hours, intervalHours: null, call: null });
  const who = { installId: leaving.id, machineId, removedById: person.id };
  await insertRemoval(database, { id, ...who, removedAt, cause, fragments, runningHours }, tx);
  if (keptInPocket !== null) await keepInPocket(database, id, keptInPocket, removedAt, tx);
  return id;
}

function requireClampTakes({ systemIds, shank }: LockedMachine, { needle }: NeedleChange): void {
  const system = needleSystem(needle.systemId);
  const takes = systemIds.some((id) => needleSystem(id)?.clampFamily === system?.clampFamily);
  if (!takes || system?.shank !== shank) {
    const message = `this machine takes ${systemIds.join(' or ')}`;
    throw new ProblemError('needle.wrong-clamp', {}, [{ path: 'body.needle.systemId', message }]);
  }
}
