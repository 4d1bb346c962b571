import {
  effectiveGroup,
  groupId,
  needleAge,
  pointStyle,
  stackOf,
  wearingKind,
  type MaterialKind,
} from '@gantelet/core';
import {
  newId,
  ProblemError,
  readPastStay,
  type FieldProblem,
  type Machine,
  type PastStay,
  type PastStayColumn,
  type PastStayImport,
  type PastStayImportResult,
  type Person,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { needleColumns } from '../../db/needle-columns.js';
import { zoneOffset } from '../../time/zone-offset.js';
import { findShop } from '../shop/index.js';
import { findLayers } from './floor.store.js';
import { findGroupRules } from './life-group.store.js';
import { listMachines } from './machine.store.js';
import {
  findLoggedStays,
  findLotCodes,
  findSetupNames,
  insertStays,
  type LoggedStay,
} from './past-stay.store.js';
import { shopClock } from './shop-clock.js';

/** A stay with the row it came from. */
interface ReadStay extends PastStay {
  readonly row: number;
}

/**
 * Imports past needles, all or none. A stay that exists already, by machine and start, is left out, so importing a
 * list twice changes nothing; one that overlaps another is refused.
 *
 * @throws ProblemError `request.invalid` naming every cell that is wrong
 */
export async function importPastStays(
  database: Database,
  { rows }: PastStayImport,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<PastStayImportResult> {
  const [machines, setups, shop, logged] = await Promise.all([
    listMachines(database, tx),
    findSetupNames(database, tx),
    findShop(database, tx),
    findLoggedStays(database, tx),
  ]);
  if (!shop) throw new ProblemError('server.fault');
  const wrong: FieldProblem[] = [];
  const refuse = (row: number, column: PastStayColumn, message: string): void =>
    void wrong.push({ path: `body.rows.${row}.${column}`, message });
  const read = { machines, setups, utcOffset: zoneOffset(shop.timeZone), nowMs: now.getTime() };
  const stays = rows.flatMap((cells, row): readonly ReadStay[] => {
    const one = readPastStay(cells, read);
    if ('stay' in one) return [{ ...one.stay, row }];
    for (const { column, message } of one.problems) refuse(row, column, message);
    return [];
  });
  const isThere = ({ machineId, inMs }: PastStay): boolean =>
    logged.some((one) => one.machineId === machineId && one.installedAt.getTime() === inMs);
  const added = stays.filter((stay) => !isThere(stay));
  refuseOverlaps(added, logged, refuse);
  if (wrong.length > 0) throw new ProblemError('request.invalid', {}, wrong);
  await enterStays(database, added, machines, person, tx);
  return { added: added.length, there: stays.length - added.length };
}

/** A machine holds one needle at a time. */
function refuseOverlaps(
  stays: readonly ReadStay[],
  logged: readonly LoggedStay[],
  refuse: (row: number, column: PastStayColumn, message: string) => void,
): void {
  const inOrder = [...stays].sort((a, b) => a.machineId.localeCompare(b.machineId) || a.inMs - b.inMs);
  inOrder.forEach((stay, i) => {
    const before = inOrder[i - 1];
    if (before?.machineId === stay.machineId && before.outMs > stay.inMs)
      refuse(stay.row, 'in', `not before the needle of line ${before.row + 2} came out`);
    const clash = logged.some(
      ({ machineId, installedAt, removedAt }) =>
        machineId === stay.machineId &&
        installedAt.getTime() < stay.outMs &&
        (removedAt?.getTime() ?? Infinity) > stay.inMs,
    );
    if (clash)
      refuse(stay.row, 'out', 'before the first needle that is logged in this machine, or between two');
  });
}

async function enterStays(
  database: Database,
  stays: readonly ReadStay[],
  machines: readonly Machine[],
  person: Person,
  tx: Transaction,
): Promise<void> {
  const [clock, rules, lots] = await Promise.all([
    shopClock(database, tx),
    findGroupRules(database, tx),
    findLotCodes(database, tx),
  ]);
  const kinds = new Map<string, MaterialKind>();
  for (const setupId of new Set(stays.flatMap((stay) => stay.setupId ?? []))) {
    kinds.set(setupId, wearingKind(stackOf(await findLayers(database, setupId, tx))));
  }
  const entered = stays.map((stay) => {
    const { machineClass, zone } = machines.find(({ id }) => id === stay.machineId)!;
    const { machineId, needle, setupId, cause, fragments } = stay;
    const [installedAt, removedAt] = [new Date(stay.inMs), new Date(stay.outMs)];
    const material = setupId === null ? stay.material : (kinds.get(setupId) ?? null);
    const points = pointStyle(needle.pointId)?.family;
    const group = material && points ? groupId({ material, points, machineClass, part: null }) : null;
    const hours = clock.hours(zone.id, installedAt, removedAt, 0, { counted: null, pieces: [] });
    const runningHours =
      stay.runningHours ?? needleAge({ ...hours, intervalHours: null, call: null }).runningHours;
    const columns = needleColumns(needle);
    const kind = Object.values(columns).join(' ');
    const id = newId();
    return {
      install: {
        ...{ id, machineId, ...columns, installedAt, installedById: person.id, entryHours: 0, setupId },
        groupOfWork: group,
        lifeGroup: group && effectiveGroup(group, needle, rules),
        lotId: lots.find((lot) => lot.code === stay.lotCode && lot.kind === kind)?.id ?? null,
      },
      removal: {
        ...{ id: newId(), installId: id, machineId, removedAt, removedById: person.id },
        ...{ cause, fragments, runningHours },
      },
    };
  });
  await insertStays(
    database,
    entered.map(({ install }) => install),
    entered.map(({ removal }) => removal),
    tx,
  );
}
