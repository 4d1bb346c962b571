import { literal, Op } from 'sequelize';
import type { Literal } from 'sequelize/types/utils';
import {
  ProblemError,
  type KnobMark,
  type Machine,
  type MachineEntry,
  type RetiredMachine,
  type Zone,
} from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import { readManyRows } from '../../db/many-rows.js';
import type { MachineRow, MachineSetupRow } from '../../db/rows.js';
import { ON_MACHINE } from '../plate/index.js';

/** All machines in use, by shop number. */
export async function listMachines(database: Database, tx: Transaction | null = null): Promise<Machine[]> {
  return machinesWhere(database, 'retired_at IS NULL', {}, tx);
}

/** Retired machines, latest first. */
export async function listRetired(database: Database): Promise<RetiredMachine[]> {
  const rows = plainRows(
    await database.tables.machines.findAll({
      where: { retiredAt: { [Op.ne]: null } },
      attributes: ['id', 'retiredAt'],
      order: [['retiredAt', 'DESC']],
    }),
  );
  const machines = await machinesWhere(database, 'retired_at IS NOT NULL', {}, null);
  return rows.flatMap(({ id, retiredAt }) => {
    const machine = machines.find((one) => one.id === id);
    return machine && retiredAt ? [{ ...machine, retiredAt: retiredAt.toISOString() }] : [];
  });
}

/** One machine. @throws ProblemError `machine.unknown` */
export async function findMachine(
  database: Database,
  id: string,
  tx: Transaction | null = null,
): Promise<Machine> {
  const [machine] = await machinesWhere(database, 'id = :id', { id }, tx);
  if (!machine) throw new ProblemError('machine.unknown');
  return machine;
}

/** The machine with a shop number, or null. */
export async function findMachineByNumber(
  database: Database,
  shopNumber: number,
  tx: Transaction,
): Promise<Machine | null> {
  const [machine] = await machinesWhere(database, 'shop_number = :shopNumber', { shopNumber }, tx);
  return machine ?? null;
}

/** Those of some shop numbers that a machine has. */
export async function findNumbersTaken(
  { tables }: Database,
  shopNumbers: readonly number[],
  tx: Transaction,
): Promise<ReadonlySet<number>> {
  const where = { shopNumber: [...shopNumbers] };
  const rows = await tables.machines.findAll({ attributes: ['shopNumber'], where, transaction: tx });
  return new Set(plainRows(rows).map(({ shopNumber }) => shopNumber));
}

/** All zones in their order. */
export async function listZones({ tables }: Database, tx: Transaction | null = null): Promise<Zone[]> {
  const attributes = ['id', 'name'];
  const found = await tables.zones.findAll({ attributes, order: ['position'], transaction: tx, raw: true });
  return found as unknown as Zone[];
}

/** A machine's own row with the needle systems its clamp takes. */
export type LockedMachine = MachineRow & Pick<Machine, 'systemIds'>;

/**
 * Locks a machine's row: whatever happens to one machine happens in turn, and nothing happens to a retired one.
 *
 * @throws ProblemError `machine.unknown`, `machine.retired`
 */
export async function lockMachine(database: Database, id: string, tx: Transaction): Promise<LockedMachine> {
  const row = await findMachineRow(database, id, tx, true);
  if (row.retiredAt !== null) throw new ProblemError('machine.retired', { name: row.name });
  return row;
}

/** A machine's own row. @throws ProblemError `machine.unknown` */
export async function findMachineRow(
  { tables }: Database,
  id: string,
  tx: Transaction | null = null,
  lock = false,
): Promise<LockedMachine> {
  const attributes = { include: [[literal(LISTS.systemIds), 'systemIds'] satisfies [Literal, string]] };
  const found = await tables.machines.findByPk(id, { attributes, transaction: tx, lock });
  if (!found) throw new ProblemError('machine.unknown');
  const row = found.get({ plain: true }) as MachineRow & Pick<MachineWithLists, 'systemIds'>;
  return { ...row, systemIds: row.systemIds ?? [] };
}

export async function updateMachine(
  { tables }: Database,
  id: string,
  change: Partial<MachineRow>,
  tx: Transaction,
): Promise<void> {
  await tables.machines.update(change, { where: { id }, transaction: tx });
}

export async function insertMachine(
  { tables }: Database,
  id: string,
  entry: MachineEntry,
  tx: Transaction,
): Promise<void> {
  await tables.machines.create({ id, ...EMPTY_MACHINE, ...columnsOfMachine(entry) }, { transaction: tx });
}

export interface NewMachine {
  readonly id: string;
  readonly entry: MachineEntry;
}

/** Stores machines with their lists. */
export async function insertMachines(
  { tables }: Database,
  machines: readonly NewMachine[],
  tx: Transaction,
): Promise<void> {
  const inOne = { transaction: tx };
  await tables.machines.bulkCreate(
    machines.map(({ id, entry }) => ({ id, ...EMPTY_MACHINE, ...columnsOfMachine(entry) })),
    inOne,
  );
  const lists = machines.map(({ id, entry }) => listRowsOf(id, entry));
  await tables.machineSystems.bulkCreate(
    lists.flatMap(({ systems }) => systems),
    inOne,
  );
  await tables.machinePlates.bulkCreate(
    lists.flatMap(({ plates }) => plates),
    inOne,
  );
  await tables.stitchDialReadings.bulkCreate(
    lists.flatMap(({ dial }) => dial),
    inOne,
  );
}

/** Records that a machine was set up for a job. */
export async function insertMachineSetup(
  { tables }: Database,
  row: MachineSetupRow,
  tx: Transaction,
): Promise<void> {
  await tables.machineSetups.create(row, { transaction: tx });
}

/** Replaces a machine's lists as a whole. */
export async function writeMachineLists(
  { tables }: Database,
  machineId: string,
  entry: MachineEntry,
  tx: Transaction,
): Promise<void> {
  const { systems, plates, dial } = listRowsOf(machineId, entry);
  const own = { where: { machineId }, transaction: tx };
  await tables.machineSystems.destroy(own);
  await tables.machinePlates.destroy(own);
  await tables.stitchDialReadings.destroy(own);
  await tables.machineSystems.bulkCreate(systems, { transaction: tx });
  await tables.machinePlates.bulkCreate(plates, { transaction: tx });
  await tables.stitchDialReadings.bulkCreate(dial, { transaction: tx });
}

/** A machine with no needle and no set-up. */
export const EMPTY_MACHINE = {
  knobMark: null,
  knobTravelTurns: null,
  preTensionMark: null,
  presentSetupId: null,
  presentInstallId: null,
  retiredAt: null,
  planColumn: null,
  planRow: null,
  version: 0,
} as const;

/** The columns that an entered machine is stored in. */
export function columnsOfMachine(entry: MachineEntry) {
  return {
    shopNumber: entry.shopNumber,
    name: entry.name,
    machineClass: entry.machineClass,
    feed: entry.feed,
    duty: entry.duty,
    zoneId: entry.zoneId,
    shank: entry.shank,
    plateHoleMm: entry.plateHoleMm,
    hookSide: entry.hookSide,
    takeUpStrokeMm: entry.takeUpStrokeMm,
    preTensionWraps: entry.preTensionWraps,
    bobbinSize: entry.bobbinSizeId,
    drive: entry.drive,
    stitchControl: entry.stitchControl,
    speedInUseSpm: entry.speedInUseSpm,
    speedMostSpm: entry.speedMostSpm,
    threadLeastTex: entry.threadTex.least,
    threadMostTex: entry.threadTex.most,
    needleLeastNm: entry.needleNm.least,
    needleMostNm: entry.needleNm.most,
    oilNotes: entry.oilNotes,
    serviceNotes: entry.serviceNotes,
  };
}

/** The rows a machine's lists are stored in, in order. */
export function listRowsOf(machineId: string, { systemIds, plates, stitchDial }: MachineEntry) {
  return {
    systems: systemIds.map((systemId, position) => ({ machineId, systemId, position })),
    plates: plates.map((plate, position) => ({ machineId, position, ...plate })),
    dial: stitchDial.map(({ mark, tenStitchesMm }, position) => ({
      machineId,
      position,
      dialMark: mark,
      tenStitchesMm,
    })),
  };
}

/** A machine's lists as JSON beside its row, so that one query returns everything. */
const LISTS = {
  zone: `(SELECT JSON_OBJECT('id', z.id, 'name', z.name) FROM zones z WHERE z.id = machines.zone_id)`,
  systemIds: `(SELECT JSON_ARRAYAGG(s.system_id ORDER BY s.position) FROM machine_systems s WHERE s.machine_id = machines.id)`,
  plates: `(SELECT JSON_ARRAYAGG(JSON_OBJECT('holeMm', p.hole_mm, 'feedDogHoleMm', p.feed_dog_hole_mm) ORDER BY p.position)
              FROM machine_plates p WHERE p.machine_id = machines.id)`,
  sharedPlates: `(SELECT JSON_ARRAYAGG(JSON_OBJECT('id', plates.id, 'mark', plates.mark, 'holeMm', plates.hole_mm,
                    'feedDogHoleMm', plates.feed_dog_hole_mm, 'place', plates.place, 'on', ${ON_MACHINE})
                    ORDER BY plates.hole_mm, plates.mark)
                  FROM plate_machines pm JOIN plates ON plates.id = pm.plate_id WHERE pm.machine_id = machines.id)`,
  stitchDial: `(SELECT JSON_ARRAYAGG(JSON_OBJECT('mark', d.dial_mark, 'tenStitchesMm', d.ten_stitches_mm) ORDER BY d.position)
                  FROM stitch_dial_readings d WHERE d.machine_id = machines.id)`,
} as const;
/** The connector parses JSON columns itself. A list without rows arrives as null. */
interface MachineWithLists extends MachineRow {
  readonly zone: Zone;
  readonly systemIds: Machine['systemIds'] | null;
  readonly plates: Machine['plates'] | null;
  readonly sharedPlates: Machine['sharedPlates'] | null;
  readonly stitchDial: Machine['stitchDial'] | null;
}

async function machinesWhere(
  { tables, sequelize }: Database,
  condition: string,
  values: Readonly<Record<string, unknown>>,
  tx: Transaction | null,
): Promise<Machine[]> {
  const own = Object.entries(tables.machines.getAttributes()).map(
    ([name, { field }]) => `${field} AS ${name}`,
  );
  const lists = Object.entries(LISTS).map(([name, sql]) => `${sql} AS ${name}`);
  const rows = await readManyRows<MachineWithLists>(
    sequelize,
    `SELECT ${[...own, ...lists].join(', ')} FROM machines WHERE ${condition} ORDER BY shop_number`,
    values,
    tx,
  );
  return rows.map((row) => ({
    ...traitsOf(row),
    zone: row.zone,
    systemIds: row.systemIds ?? [],
    plates: row.plates ?? [],
    sharedPlates: row.sharedPlates ?? [],
    stitchDial: row.stitchDial ?? [],
    knob: knobOf(row),
    presentSetupId: row.presentSetupId,
    version: row.version,
  }));
}

function traitsOf(row: MachineRow) {
  return {
    id: row.id,
    shopNumber: row.shopNumber,
    name: row.name,
    machineClass: row.machineClass,
    feed: row.feed,
    duty: row.duty,
    shank: row.shank,
    hookSide: row.hookSide,
    plateHoleMm: row.plateHoleMm,
    takeUpStrokeMm: row.takeUpStrokeMm,
    preTensionWraps: row.preTensionWraps,
    bobbinSizeId: row.bobbinSize,
    drive: row.drive,
    stitchControl: row.stitchControl,
    speedInUseSpm: row.speedInUseSpm,
    speedMostSpm: row.speedMostSpm,
    threadTex: { least: row.threadLeastTex, most: row.threadMostTex },
    needleNm: { least: row.needleLeastNm, most: row.needleMostNm },
    oilNotes: row.oilNotes,
    serviceNotes: row.serviceNotes,
  };
}

function knobOf({ knobMark, knobTravelTurns, preTensionMark }: MachineRow): KnobMark | null {
  return knobMark === null || knobTravelTurns === null
    ? null
    : { mark: knobMark, travelTurns: knobTravelTurns, preTensionMark };
}
