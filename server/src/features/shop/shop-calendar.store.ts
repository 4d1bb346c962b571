import { ProblemError, type ShopCalendar } from '@gantelet/contracts';
import { patternOf } from './shop-times.store.js';
import { plainRows, type Database, type Transaction } from '../../db/database.js';

/** When the shop works. */
export async function readShopCalendar(
  { tables }: Database,
  tx: Transaction | null = null,
): Promise<ShopCalendar> {
  const shop = (await tables.shop.findOne({ transaction: tx }))?.get({ plain: true });
  if (!shop) throw new ProblemError('server.fault');
  const [shifts, zones, worked] = [
    plainRows(
      await tables.shifts.findAll({
        order: [
          ['startMinute', 'ASC'],
          ['id', 'ASC'],
        ],
        transaction: tx,
      }),
    ),
    plainRows(await tables.zones.findAll({ order: [['position', 'ASC']], transaction: tx })),
    plainRows(await tables.zoneShifts.findAll({ transaction: tx })),
  ] as const;
  return {
    timeZone: shop.timeZone,
    shifts: shifts.map((shift) => ({ id: shift.id, name: shift.name, ...patternOf(shift) })),
    zones: zones.map(({ id }) => ({
      zoneId: id,
      shiftIds: worked.filter(({ zoneId }) => zoneId === id).map(({ shiftId }) => shiftId),
    })),
    version: shop.version,
  };
}

/** Changes when the shop works. @throws ProblemError `version.stale`, `calendar.shifts`, `zone.unknown` */
export async function reviseShopCalendar(
  database: Database,
  { timeZone, shifts, zones, version }: ShopCalendar,
  tx: Transaction,
): Promise<ShopCalendar> {
  const { tables } = database;
  const [changed] = await tables.shop.update(
    { timeZone, version: version + 1 },
    { where: { id: 1, version }, transaction: tx },
  );
  const standing = await readShopCalendar(database, tx);
  if (changed === 0) throw new ProblemError('version.stale', { sent: version, current: standing });
  const ids = new Set(shifts.map(({ id }) => id));
  const known = new Set(standing.zones.map(({ zoneId }) => zoneId));
  if (zones.some(({ zoneId }) => !known.has(zoneId))) throw new ProblemError('zone.unknown');
  const kept = standing.shifts.every(({ id }) => ids.has(id)) && ids.size === shifts.length;
  if (!kept || zones.some(({ shiftIds }) => shiftIds.some((id) => !ids.has(id))))
    throw new ProblemError('calendar.shifts');
  for (const { weekdays, ...shift } of shifts)
    await tables.shifts.upsert(
      { ...shift, weekdays: [...new Set(weekdays)].sort((a, b) => a - b).join('') },
      { transaction: tx },
    );
  const zoneIds = zones.map(({ zoneId }) => zoneId);
  await tables.zoneShifts.destroy({ where: { zoneId: zoneIds }, transaction: tx });
  await tables.zoneShifts.bulkCreate(
    zones.flatMap(({ zoneId, shiftIds }) => [...new Set(shiftIds)].map((shiftId) => ({ zoneId, shiftId }))),
    { transaction: tx },
  );
  return readShopCalendar(database, tx);
}
