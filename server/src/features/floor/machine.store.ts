import { ProblemError, type KnobMark, type Machine, type MachineEntry, type Zone } from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import type {
  MachinePlateRow,
  MachineRow,
  MachineSetupRow,
  MachineSystemRow,
  StitchDialReadingRow,
} from '../../db/rows.js';

/** All machines by shop number. */
export async function listMachines(database: Database): Promise<Machine[]> {
  return machinesWhere(database, {}, null);
}

/** One machine. @throws ProblemError `machine.unknown` */
export async function findMachine(
  database: Database,
  id: string,
  tx: Transaction | null = null,
): Promise<Machine> {
  const [machine] = await machinesWhere(database, { id }, tx);
  if (!machine) throw new ProblemError('machine.unknown');
  return machine;
}

/** The machine with a shop number, or null. */
export async function findMachineByNumber(
  database: Database,
  shopNumber: number,
  tx: Transaction,
): Promise<Machine | null> {
  const [machine] = await machinesWhere(database, { shopNumber }, tx);
  return machine ?? null;
}

/** All zones in their order. */
export async function listZones({ tables }: Database, tx: Transaction | null = null): Promise<Zone[]> {
  const rows = plainRows(await tables.zones.findAll({ order: ['position'], transaction: tx }));
  return rows.map(({ id, name }) => ({ id, name }));
}

/**
 * Locks a machine's row: everything that happens to one machine happens in turn.
 *
 * @throws ProblemError `machine.unknown`
 */
export function lockMachine(database: Database, id: string, tx: Transaction): Promise<MachineRow> {
  return findMachineRow(database, id, tx, true);
}

/** A machine's own row, without its lists. @throws ProblemError `machine.unknown` */
export async function findMachineRow(
  { tables }: Database,
  id: string,
  tx: Transaction | null = null,
  lock = false,
): Promise<MachineRow> {
  const found = await tables.machines.findByPk(id, { transaction: tx, lock });
  if (!found) throw new ProblemError('machine.unknown');
  return found.get({ plain: true });
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

/** Keeps that a machine was set for a set-up. */
export async function insertMachineSetup(
  { tables }: Database,
  row: MachineSetupRow,
  tx: Transaction,
): Promise<void> {
  await tables.machineSetups.create(row, { transaction: tx });
}

/** What a machine has and takes, replaced as a whole. */
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

/** A machine with nothing in it and nothing set. */
export const EMPTY_MACHINE = {
  knobMark: null,
  knobTravelTurns: null,
  preTensionMark: null,
  presentSetupId: null,
  presentInstallId: null,
  planColumn: null,
  planRow: null,
  version: 0,
} as const;

/** The columns an entered machine is kept in. */
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

/** The rows a machine's lists are kept in, in their order. */
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

async function machinesWhere(
  database: Database,
  where: { readonly id?: string; readonly shopNumber?: number },
  tx: Transaction | null,
): Promise<Machine[]> {
  const { tables } = database;
  const rows = plainRows(await tables.machines.findAll({ where, order: ['shopNumber'], transaction: tx }));
  // Of plain numbers and texts: rows as the database gives them do, and objects of them take longer than the query.
  const own = {
    where: Object.keys(where).length === 0 ? {} : { machineId: rows.map((row) => row.id) },
    order: ['position'],
    transaction: tx,
    raw: true as const,
  };
  const [systemRows, plateRows, dialRows, zoneRows] = await Promise.all([
    tables.machineSystems.findAll(own),
    tables.machinePlates.findAll(own),
    tables.stitchDialReadings.findAll(own),
    listZones(database, tx),
  ]);
  const systems = byMachine(asRows<MachineSystemRow>(systemRows));
  const plates = byMachine(asRows<MachinePlateRow>(plateRows));
  const dials = byMachine(asRows<StitchDialReadingRow>(dialRows));
  const zones = new Map(zoneRows.map((zone) => [zone.id, zone]));
  return rows.map((row) => ({
    ...traitsOf(row),
    zone: zones.get(row.zoneId) ?? { id: row.zoneId, name: '' },
    systemIds: (systems.get(row.id) ?? []).map((one) => one.systemId),
    plates: (plates.get(row.id) ?? []).map(plateOf),
    stitchDial: (dials.get(row.id) ?? []).map(readingOf),
    knob: knobOf(row),
    presentSetupId: row.presentSetupId,
    version: row.version,
  }));
}

/** What a query with `raw` gives: Sequelize types it as instances all the same. */
const asRows = <Row>(found: readonly object[]): readonly Row[] => found as readonly Row[];

function byMachine<Row extends { readonly machineId: string }>(
  rows: readonly Row[],
): ReadonlyMap<string, readonly Row[]> {
  const found = new Map<string, Row[]>();
  for (const row of rows) found.set(row.machineId, [...(found.get(row.machineId) ?? []), row]);
  return found;
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
    speedInUseSpm: row.speedInUseSpm,
    speedMostSpm: row.speedMostSpm,
    threadTex: { least: row.threadLeastTex, most: row.threadMostTex },
    needleNm: { least: row.needleLeastNm, most: row.needleMostNm },
    oilNotes: row.oilNotes,
    serviceNotes: row.serviceNotes,
  };
}

const plateOf = ({ holeMm, feedDogHoleMm }: MachinePlateRow) => ({ holeMm, feedDogHoleMm });
const readingOf = ({ dialMark, tenStitchesMm }: StitchDialReadingRow) => ({ mark: dialMark, tenStitchesMm });

function knobOf({ knobMark, knobTravelTurns, preTensionMark }: MachineRow): KnobMark | null {
  return knobMark === null || knobTravelTurns === null
    ? null
    : { mark: knobMark, travelTurns: knobTravelTurns, preTensionMark };
}
