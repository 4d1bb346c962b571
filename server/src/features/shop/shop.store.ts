import {
  ColourMarkDocument,
  type Person,
  type Shop,
  type ShopCosts,
  type ShopRevision,
} from '@gantelet/contracts';
import { MATERIAL_KINDS, type MaterialKind } from '@gantelet/core';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import type { PersonRow, ShopRow, SpoiledWorkRow } from '../../db/rows.js';

/** An active person, with what is needed to check a password. */
export async function findSigner({ tables }: Database, signInName: string): Promise<PersonRow | null> {
  const found = await tables.people.findOne({ where: { signInName, active: true } });
  return found?.get({ plain: true }) ?? null;
}

/** A lead in whose name the server acts; null in a works without one. */
export async function findLead({ tables }: Database): Promise<Person | null> {
  const row = (
    await tables.people.findOne({ where: { role: 'lead', active: true }, order: [['id', 'ASC']] })
  )?.get({
    plain: true,
  });
  return row ? { id: row.id, name: row.name, role: row.role } : null;
}

/** An active person; null for one who has left. */
export async function findPerson({ tables }: Database, id: string): Promise<Person | null> {
  // Called with every request, so it reads only what is returned.
  const attributes = ['id', 'name', 'role'];
  const where = { id, active: true };
  return (await tables.people.findOne({ attributes, where, raw: true })) as Person | null;
}

/** The shop, or null in an empty database. */
export async function findShop({ tables }: Database, tx: Transaction | null = null): Promise<Shop | null> {
  const row = (await tables.shop.findOne({ transaction: tx }))?.get({ plain: true });
  return row ? shopOf(row, plainRows(await tables.spoiledWork.findAll({ transaction: tx }))) : null;
}

/** Whether the shop is the demo, whose passwords are public; null for an empty database. */
export async function holdsDemo({ tables }: Database): Promise<boolean | null> {
  const row = await tables.shop.findOne({ attributes: ['isDemo'] });
  return row ? Boolean(row.get('isDemo')) : null;
}

/** Changes the house rules if they still have the given version. Returns whether they did. */
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

/** The columns of the house rules. */
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
