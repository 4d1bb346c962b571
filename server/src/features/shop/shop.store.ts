import { QueryTypes } from 'sequelize';
import {
  ColourMarkDocument,
  type Person,
  type Shop,
  type ShopCosts,
  type ShopRevision,
} from '@gantelet/contracts';
import {
  MATERIAL_KINDS,
  needleFraction,
  type MaterialKind,
  type NeedleFraction,
  type ShiftPattern,
} from '@gantelet/core';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import { shopValues } from '../catalogue/index.js';
import type { PersonRow, ShiftRow, ShopRow, SpoiledWorkRow } from '../../db/rows.js';
import { standing } from '../../db/withdrawn.js';

/** Somebody who is here, with what is needed to check a password. */
export async function findSigner({ tables }: Database, signInName: string): Promise<PersonRow | null> {
  const found = await tables.people.findOne({ where: { signInName, active: true } });
  return found?.get({ plain: true }) ?? null;
}

/** A lead, for what the server does in their name; null in a works without one. */
export async function findLead({ tables }: Database): Promise<Person | null> {
  const row = (
    await tables.people.findOne({ where: { role: 'lead', active: true }, order: [['id', 'ASC']] })
  )?.get({
    plain: true,
  });
  return row ? { id: row.id, name: row.name, role: row.role } : null;
}

/** Somebody who is here; null for a person who left. */
export async function findPerson({ tables }: Database, id: string): Promise<Person | null> {
  // Asked for with every request: no more than is answered, as it comes.
  const attributes = ['id', 'name', 'role'];
  const where = { id, active: true };
  return (await tables.people.findOne({ attributes, where, raw: true })) as Person | null;
}

/** The shop, or null in a database that nothing was loaded into. */
export async function findShop({ tables }: Database, tx: Transaction | null = null): Promise<Shop | null> {
  const row = (await tables.shop.findOne({ transaction: tx }))?.get({ plain: true });
  return row ? shopOf(row, plainRows(await tables.spoiledWork.findAll({ transaction: tx }))) : null;
}

/** What hours are counted by: the shop's time zone, and its flat life of a needle. Null without a shop. */
export async function findShopTime(
  { tables }: Database,
  tx: Transaction | null = null,
): Promise<Pick<Shop, 'timeZone' | 'lifeHours'> | null> {
  const attributes = ['timeZone', 'lifeHours'];
  const found = await tables.shop.findOne({ attributes, transaction: tx, raw: true });
  return found as Pick<Shop, 'timeZone' | 'lifeHours'> | null;
}

/** Whether the shop is the demo, whose passwords are public; null for a database that holds none. */
export async function holdsDemo({ tables }: Database): Promise<boolean | null> {
  const row = await tables.shop.findOne({ attributes: ['isDemo'] });
  return row ? Boolean(row.get('isDemo')) : null;
}

/** Changes how the shop works when it still stands at the version given. Says whether it did. */
export async function updateShop(
  { tables }: Database,
  { version, ...ways }: ShopRevision,
  tx: Transaction,
): Promise<boolean> {
  const [changed] = await tables.shop.update(
    { ...columnsOfWays(ways), version: version + 1 },
    { where: { id: 1, version }, transaction: tx },
  );
  if (changed === 0) return false;
  await tables.spoiledWork.bulkCreate(spoiledRows(ways.costs), {
    updateOnDuplicate: ['cost'],
    transaction: tx,
  });
  return true;
}

type Ways = Omit<ShopRevision, 'version'>;

/** The columns of what the shop decides. */
export function columnsOfWays({ schools, tension, lifeHours, costs, colourMarks: marks }: Ways) {
  return {
    colourMarks: JSON.stringify({ version: 1, marks }),
    sizeSchool: schools.size,
    leatherPointSchool: schools.leatherPoint,
    coatedPointSchool: schools.coatedPoint,
    bobbinSchool: tension.bobbin,
    tensionTarget: tension.target,
    stepSchool: tension.step,
    lifeHours,
    currency: costs.currency,
    needleCost: costs.needle,
    labourCostPerHour: costs.labourPerHour,
    plannedMinutes: costs.plannedMinutes,
    wearMinutes: costs.wearMinutes,
    accidentMinutes: costs.accidentMinutes,
  };
}

export function spoiledRows({ spoiledWork }: ShopCosts): SpoiledWorkRow[] {
  return MATERIAL_KINDS.map((materialKind) => ({ materialKind, cost: spoiledWork[materialKind] }));
}

/** Shifts worked and needle fraction of a zone. */
export interface ZoneTime {
  readonly shifts: readonly ShiftPattern[];
  readonly fraction: NeedleFraction;
  /** Looks of work samples it is known by. */
  readonly checks: number;
  readonly planVersion: number;
}

/** How time counts in each zone, by zone id. */
export async function readZoneTimes(
  database: Database,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, ZoneTime>> {
  const [values, zones] = await Promise.all([
    shopValues(database, tx),
    database.sequelize.query<ZoneTimeRow>(ZONE_TIMES, { type: QueryTypes.SELECT, transaction: tx }),
  ]);
  return new Map(
    zones.map(({ id, planVersion, shifts, checks: checksText, sewing }) => {
      const checks = Number(checksText);
      const fraction = needleFraction({ sewing: Number(sewing), checks }, values);
      return [id, { shifts: (shifts ?? []).map(patternOf), fraction, checks, planVersion }];
    }),
  );
}

/** Zones with their shifts and with all looks of work samples, those from before the records among them. */
const ZONE_TIMES = `SELECT z.id, z.plan_version AS planVersion,
    (SELECT JSON_ARRAYAGG(JSON_OBJECT('startMinute', s.start_minute, 'lengthMinutes', s.length_minutes, 'weekdays', s.weekdays)
            ORDER BY s.id)
       FROM zone_shifts w JOIN shifts s ON s.id = w.shift_id WHERE w.zone_id = z.id) AS shifts,
    COALESCE(z.sample_checks, 0) + COALESCE(l.checks, 0) AS checks,
    COALESCE(z.sample_sewing, 0) + COALESCE(l.sewing, 0) AS sewing
  FROM zones z LEFT JOIN (SELECT zone_id, COUNT(*) AS checks, SUM(sewing) AS sewing FROM spot_checks l
                           WHERE ${standing('l')} GROUP BY zone_id) l ON l.zone_id = z.id
 ORDER BY z.position`;

interface ZoneTimeRow {
  readonly id: string;
  readonly planVersion: number;
  readonly shifts: readonly Pick<ShiftRow, 'startMinute' | 'lengthMinutes' | 'weekdays'>[] | null;
  readonly checks: number | string;
  readonly sewing: number | string;
}

export function patternOf({
  startMinute,
  lengthMinutes,
  weekdays,
}: Pick<ShiftRow, 'startMinute' | 'lengthMinutes' | 'weekdays'>) {
  return { startMinute, lengthMinutes, weekdays: [...weekdays].map(Number) };
}

function shopOf(row: ShopRow, spoiled: readonly SpoiledWorkRow[]): Shop {
  const costOf = (kind: MaterialKind) => spoiled.find(({ materialKind }) => materialKind === kind)?.cost ?? 0;
  return {
    name: row.name,
    timeZone: row.timeZone,
    schools: {
      size: row.sizeSchool,
      leatherPoint: row.leatherPointSchool,
      coatedPoint: row.coatedPointSchool,
    },
    tension: { bobbin: row.bobbinSchool, target: row.tensionTarget, step: row.stepSchool },
    lifeHours: row.lifeHours,
    colourMarks: ColourMarkDocument.parse(JSON.parse(row.colourMarks)).marks,
    costs: {
      currency: row.currency,
      needle: row.needleCost,
      labourPerHour: row.labourCostPerHour,
      plannedMinutes: row.plannedMinutes,
      wearMinutes: row.wearMinutes,
      accidentMinutes: row.accidentMinutes,
      spoiledWork: Object.fromEntries(
        MATERIAL_KINDS.map((kind) => [kind, costOf(kind)]),
      ) as ShopCosts['spoiledWork'],
    },
    version: row.version,
  };
}

export async function findPasswordHash({ tables }: Database, id: string): Promise<string | null> {
  const row = await tables.people.findByPk(id, { attributes: ['passwordHash'] });
  return row ? (row.get('passwordHash') as string) : null;
}

export async function updatePasswordHash(
  { tables }: Database,
  id: string,
  passwordHash: string,
): Promise<void> {
  await tables.people.update({ passwordHash }, { where: { id } });
}
