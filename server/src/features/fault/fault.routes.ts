import { routes, type FaultCaseInput, type LoggedFaultCase, type Person } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { findMachine } from '../floor/index.js';
import { requireBetween, requireShopTime } from '../shop/index.js';
import { readFaultFacts } from './fault-facts.service.js';
import { findFaultCases, insertFaultCase } from './fault.store.js';

/** How many are learned from: a shop changes. */
const LATEST = 500;

export function faultRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listFaultCases, () => findFaultCases(database, LATEST)),
    answer(routes.readFaultFacts, ({ params }) => readFaultFacts(database, params.machineId, now())),
    write(routes.logFaultCase, ({ key, body, person }, tx) =>
      logFaultCase(database, key, body, person, now(), tx),
    ),
  ];
}

/** Logs a fault under the key it was sent with. @throws ProblemError `machine.unknown`, `time.outside` */
async function logFaultCase(
  database: Database,
  id: string,
  fault: FaultCaseInput,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<LoggedFaultCase> {
  const beganAt = new Date(fault.beganAt);
  await requireShopTime(database, beganAt, 'body.beganAt', now, tx);
  requireBetween(new Date(fault.endedAt), beganAt, 'body.endedAt', now);
  if (fault.machineId !== null) await findMachine(database, fault.machineId, tx);
  await insertFaultCase(database, { ...fault, id, endedById: person.id }, tx);
  return { id, ...fault, endedBy: person.name };
}
