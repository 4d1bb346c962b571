import { diameterOfConstruction, stackOf, threadConstruction } from '@gantelet/core';
import {
  ProblemError,
  type LoggedSeam,
  type Person,
  type Setup,
  type TensionView,
  type TestSeamInput,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { findMachine } from '../floor/index.js';
import { findSetups, readSetup } from '../match/index.js';
import { findSeams, insertSeam } from './tension.store.js';

/** What the Tension room works from: the set-up, its machine and seams, and where other work on the machine settled. */
export async function readTension(database: Database, setupId: string): Promise<TensionView> {
  const setup = await readSetup(database, setupId);
  const [machine, onMachine] = await Promise.all([
    findMachine(database, setup.machineId),
    findSetups(database, { machineId: setup.machineId }),
  ]);
  const seams = await findSeams(
    database,
    onMachine.map((one) => one.id),
  );
  return {
    setup,
    machine,
    seams: [...(seams.get(setupId) ?? [])],
    logged: onMachine
      .filter((other) => other.id !== setupId)
      .flatMap((other) => settledSetting(other, seams.get(other.id) ?? [])),
  };
}

/** Logs a test seam under the key it was sent with. */
export async function logSeam(
  database: Database,
  id: string,
  setupId: string,
  seam: TestSeamInput,
  person: Person,
  tx: Transaction,
): Promise<LoggedSeam> {
  const setup = await readSetup(database, setupId, tx);
  const { knob } = await findMachine(database, setup.machineId, tx);
  if (knob && seam.turns > knob.travelTurns) {
    const message = `at most ${knob.travelTurns}`;
    throw new ProblemError('seam.past-travel', { travelTurns: knob.travelTurns }, [
      { path: 'body.turns', message },
    ]);
  }
  await insertSeam(database, id, setupId, seam, person.id, tx);
  return { id, ...seam, sewnBy: person.name };
}

/** The last setting at which a set-up sewed balanced, or none. */
function settledSetting(setup: Setup, seams: readonly LoggedSeam[]): TensionView['logged'] {
  const last = seams.filter((seam) => seam.grade === 'balanced' && !seam.bothTight).at(-1);
  const construction = threadConstruction(setup.thread.constructionId);
  if (!last || !construction) return [];
  return [
    {
      setupId: setup.id,
      name: setup.name,
      threadDiameterMm: diameterOfConstruction(setup.thread.tex, construction).value,
      stackMm: stackOf(setup.layers).thicknessMm,
      turns: last.turns,
    },
  ];
}
