import { needleAge, type HoursRun } from '@gantelet/core';
import type { Database, Transaction } from '../../db/database.js';
import { readStandingMachines } from './floor.store.js';
import { countedBy, type ShopClock } from './shop-clock.js';
import { findPieces } from './work-record.store.js';

/** Each machine's running time with its present needle, by machine; machines without a needle are left out. */
export async function presentRuns(
  database: Database,
  clock: ShopClock,
  now: Date,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, HoursRun>> {
  const [machines, counted, pieces] = await Promise.all([
    readStandingMachines(database, null, tx),
    countedBy(database, null, now, tx),
    findPieces(database, null, tx),
  ]);
  const runs = new Map<string, HoursRun>();
  for (const { machine, zoneId, entryHours } of machines) {
    if (!machine.needle) continue;
    const since = new Date(machine.needle.installedAt);
    const said = { counted: counted.get(machine.id) ?? null, pieces: pieces.get(machine.id) ?? [] };
    const hours = clock.hours(zoneId, since, now, entryHours, said);
    const { runningHours } = needleAge({ ...hours, intervalHours: clock.lifeHours, call: null });
    runs.set(machine.id, {
      fromMs: since.getTime(),
      toMs: now.getTime(),
      hours: Math.max(0, runningHours - entryHours),
    });
  }
  return runs;
}
