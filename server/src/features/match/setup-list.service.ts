import {
  newId,
  ProblemError,
  readSetupRow,
  type FieldProblem,
  type SetupList,
  type SetupListResult,
  type SetupWork,
} from '@gantelet/contracts';
import type { WriteContext } from '../../db/write-context.js';
import { shopValues } from '../catalogue/index.js';
import { listMachines } from '../floor/index.js';
import { findShop } from '../shop/index.js';
import { findSetups, insertSetup } from './match.store.js';
import { needleProblems } from './setup-fit.js';

const sameSetup = (
  one: Pick<SetupWork, 'machineId' | 'name'>,
  other: Pick<SetupWork, 'machineId' | 'name'>,
) => one.machineId === other.machineId && one.name.toLowerCase() === other.name.toLowerCase();

/**
 * Imports a list of set-ups, all or none. One whose machine already has a set-up of that name is left as it is, so
 * importing a list twice changes nothing.
 *
 * @throws ProblemError `request.invalid` naming every cell that is wrong, including needles that do not fit their
 * machine
 */
export async function importSetupList(
  { database, tx, person, now }: WriteContext,
  { rows }: SetupList,
): Promise<SetupListResult> {
  const machines = await listMachines(database, tx);
  const values = await shopValues(database, tx);
  const { schools } = (await findShop(database, tx))!;
  const wrong: FieldProblem[] = [];
  const works: SetupWork[] = [];
  for (const [i, row] of rows.entries()) {
    const say = (column: string, message: string): void =>
      void wrong.push({ path: `body.rows.${i}.${column}`, message });
    const read = readSetupRow(row, machines, schools);
    if ('problems' in read) {
      for (const { column, message } of read.problems) say(column, message);
      continue;
    }
    const { work } = read;
    if (works.some((one) => sameSetup(one, work))) say('name', 'each name once on a machine');
    const machine = machines.find(({ id }) => id === work.machineId)!;
    for (const { path, message } of needleProblems(machine, work, values))
      say(path === 'plateHoleMm' ? 'plate' : 'needle', message);
    works.push(work);
  }
  if (wrong.length > 0) throw new ProblemError('request.invalid', {}, wrong);
  const present = await findSetups(database, {}, tx);
  const fresh = works.filter((work) => !present.some((one) => sameSetup(one, work)));
  for (const work of fresh) await insertSetup(database, newId(), work, person.id, now, tx);
  return { added: fresh.length, there: works.length - fresh.length };
}
