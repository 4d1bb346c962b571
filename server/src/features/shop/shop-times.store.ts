import { QueryTypes } from 'sequelize';
import { needleFraction, type NeedleFraction, type ShiftPattern } from '@gantelet/core';
import type { Database, Transaction } from '../../db/database.js';
import type { ShiftRow } from '../../db/rows.js';
import { standing } from '../../db/withdrawn.js';
import { shopValues } from '../catalogue/index.js';

/** What hours are calculated from. */
export interface ShopTimes {
  readonly timeZone: string;
  /** Flat needle life, in running hours. */
  readonly lifeHours: number;
  /** By zone id. */
  readonly zones: ReadonlyMap<string, ZoneTime>;
}

/** Shifts and needle fraction of a zone. */
export interface ZoneTime {
  readonly shifts: readonly ShiftPattern[];
  readonly fraction: NeedleFraction;
  /** The spot checks behind the fraction. */
  readonly checks: number;
  readonly planVersion: number;
}

/** How time counts in the shop and in each zone; null before there is a shop. */
export async function readShopTimes(
  database: Database,
  tx: Transaction | null = null,
): Promise<ShopTimes | null> {
  const [values, rows] = await Promise.all([
    shopValues(database, tx),
    database.sequelize.query<ZoneRow | ShopRow>(SHOP_TIMES, { type: QueryTypes.SELECT, transaction: tx }),
  ]);
  const [first] = rows;
  if (!first) return null;
  const zones = rows.flatMap((row): readonly (readonly [string, ZoneTime])[] => {
    if (row.id === null) return [];
    const { id, planVersion, shifts } = row;
    const checks = Number(row.checks);
    const fraction = needleFraction({ sewing: Number(row.sewing), checks }, values);
    return [[id, { shifts: (shifts ?? []).map(patternOf), fraction, checks, planVersion }]];
  });
  return { timeZone: first.timeZone, lifeHours: first.lifeHours, zones: new Map(zones) };
}

/**
 * The shop beside each of its zones, with the zone's shifts and all spot checks, including those from before the
 * records.
 */
const SHOP_TIMES = `SELECT shop.time_zone AS timeZone, shop.life_hours AS lifeHours, z.id, z.plan_version AS planVersion,
    (SELECT JSON_ARRAYAGG(JSON_OBJECT('startMinute', s.start_minute, 'lengthMinutes', s.length_minutes, 'weekdays', s.weekdays)
            ORDER BY s.id)
       FROM zone_shifts w JOIN shifts s ON s.id = w.shift_id WHERE w.zone_id = z.id) AS shifts,
    COALESCE(z.sample_checks, 0) + COALESCE(l.checks, 0) AS checks,
    COALESCE(z.sample_sewing, 0) + COALESCE(l.sewing, 0) AS sewing
  FROM shop LEFT JOIN zones z ON TRUE
  LEFT JOIN (SELECT zone_id, COUNT(*) AS checks, SUM(sewing) AS sewing FROM spot_checks l
              WHERE ${standing('l')} GROUP BY zone_id) l ON l.zone_id = z.id
 ORDER BY z.position`;

type ShopRow = Pick<ShopTimes, 'timeZone' | 'lifeHours'> & { readonly id: null };
type ZoneRow = Pick<ShopTimes, 'timeZone' | 'lifeHours'> & {
  readonly id: string;
  readonly planVersion: number;
  readonly shifts: readonly ShiftOfZone[] | null;
  readonly checks: number | string;
  readonly sewing: number | string;
};
type ShiftOfZone = Pick<ShiftRow, 'startMinute' | 'lengthMinutes' | 'weekdays'>;

export function patternOf({ startMinute, lengthMinutes, weekdays }: ShiftOfZone) {
  return { startMinute, lengthMinutes, weekdays: [...weekdays].map(Number) };
}
