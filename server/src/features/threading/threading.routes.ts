import { ProblemError, routes, type ThreadingCard, type ThreadingCardEntry } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import type { WriteContext } from '../../db/write-context.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { lockMachine } from '../floor/index.js';
import { findThreadingCards, keepThreadingCard, lockThreadingCard } from './threading.store.js';

export function threadingRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listThreadingCards, () => findThreadingCards(database)),
    write(routes.writeThreadingCard, ({ params, body, person }, tx) =>
      writeCard({ database, tx, person, now: now() }, params.machineId, body),
    ),
  ];
}

/** @throws ProblemError `machine.unknown`, `machine.retired`, `version.stale` */
async function writeCard(
  { database, tx, person, now }: WriteContext,
  machineId: string,
  card: ThreadingCardEntry,
): Promise<ThreadingCard> {
  await lockMachine(database, machineId, tx);
  const standing = await lockThreadingCard(database, machineId, tx);
  if ((standing?.version ?? 0) !== card.version) throw new ProblemError('version.stale');
  await keepThreadingCard(database, machineId, card, { at: now, byId: person.id }, tx);
  const [written] = await findThreadingCards(database, machineId, tx);
  return written!;
}
