import type { MachineEvent, MachineHistory } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { findEvents } from './machine-history.store.js';
import { findMachineRow } from './machine.store.js';

const SHOWN = 40;

/** Among events logged for the same instant, an installation came last. */
const rank = ({ kind }: MachineEvent): number => (kind === 'needle-in' ? 1 : 0);

/** What happened at a machine before an instant, latest first. @throws ProblemError `machine.unknown` */
export async function readHistory(
  database: Database,
  machineId: string,
  before: Date,
): Promise<MachineHistory> {
  await findMachineRow(database, machineId);
  const events = [...(await findEvents(database, machineId, before, SHOWN + 1))].sort(
    (a, b) => b.at.localeCompare(a.at) || rank(b) - rank(a) || b.id.localeCompare(a.id),
  );
  if (events.length <= SHOWN) return { events, before: null };
  // Events of one instant stay together: the next page begins at an earlier one.
  const shown = events.filter(({ at }) => at > events[SHOWN]!.at);
  const page = shown.length > 0 ? shown : events.slice(0, SHOWN);
  return { events: page, before: page.at(-1)!.at };
}
