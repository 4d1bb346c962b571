import { SERVICE_KINDS } from '@gantelet/core';
import type { FaultFacts } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { shopValues } from '../catalogue/index.js';
import { readServices } from '../service/index.js';
import { countLogged } from './fault-facts.store.js';

/** What the logs say about a machine that may have caused a fault. @throws ProblemError `machine.unknown` */
export async function readFaultFacts(database: Database, machineId: string, now: Date): Promise<FaultFacts> {
  const services = await readServices(database, machineId, await shopValues(database), now);
  const shipped: readonly string[] = SERVICE_KINDS;
  const { changed, threads, lotId, lotRan, turns, others } = await countLogged(database, machineId, now);
  return {
    serviceDue: services.some(({ kind, due }) => due && shipped.includes(kind)),
    changedOver: changed > 0,
    newThread: changed > 0 ? threads > 1 : null,
    newLot: lotId === null ? null : lotRan === 0,
    knobTurned: turns > 1,
    othersToo: lotId === null ? null : others > 0,
  };
}
