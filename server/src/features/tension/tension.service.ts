import { diameterOfConstruction, stackOf, threadConstruction } from '@gantelet/core';
import {
  newId,
  ProblemError,
  type BobbinReading,
  type BobbinReadingInput,
  type GaugeReadingInput,
  type LoggedGaugeReading,
  type LoggedSeam,
  type Person,
  type Setup,
  type StripInput,
  type TensionView,
  type TestSeamInput,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { findMachine } from '../floor/index.js';
import { findSetups, readSetup } from '../match/index.js';
import {
  findBobbinReadings,
  findGaugeReadings,
  findSeams,
  insertBobbinReading,
  insertGaugeReading,
  insertSeam,
} from './tension.store.js';

/** What the Tension room works from: the set-up, its machine and seams, and where other work on the machine settled. */
export async function readTension(database: Database, setupId: string): Promise<TensionView> {
  const setup = await readSetup(database, setupId);
  const [machine, onMachine, bobbin, gauge] = await Promise.all([
    findMachine(database, setup.machineId),
    findSetups(database, { machineId: setup.machineId }),
    findBobbinReadings(database, setup.machineId),
    findGaugeReadings(database, setup.machineId),
  ]);
  const seams = await findSeams(
    database,
    onMachine.map((one) => one.id),
  );
  return {
    setup,
    machine,
    seams: [...(seams.get(setupId) ?? [])],
    bobbin,
    gauge,
    presentTex:
      machine.presentSetupId === setupId
        ? null
        : (onMachine.find(({ id }) => id === machine.presentSetupId)?.thread.tex ?? null),
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
  await requireWithinTravel(database, setupId, [seam], 'body', tx);
  await insertSeam(database, id, setupId, seam, person.id, null, tx);
  return { id, ...seam, sewnBy: person.name, stripId: null };
}

/** Logs the seams of one strip, all or none, under the key it was sent with. */
export async function logStrip(
  database: Database,
  stripId: string,
  setupId: string,
  { seams }: StripInput,
  person: Person,
  tx: Transaction,
): Promise<LoggedSeam[]> {
  await requireWithinTravel(database, setupId, seams, 'body.seams', tx);
  const logged = seams.map((seam) => ({ id: newId(), ...seam, sewnBy: person.name, stripId }));
  for (const [i, { id }] of logged.entries()) {
    await insertSeam(database, id, setupId, seams[i]!, person.id, stripId, tx);
  }
  return logged;
}

/** Logs a reading of the bobbin case of the set-up's machine. */
export async function logBobbin(
  database: Database,
  id: string,
  setupId: string,
  reading: BobbinReadingInput,
  person: Person,
  tx: Transaction,
): Promise<BobbinReading> {
  const { machineId } = await readSetup(database, setupId, tx);
  const ids = { id, machineId, setupId, readById: person.id };
  return { ...(await insertBobbinReading(database, ids, reading, tx)), readBy: person.name };
}

/** Logs a gauge reading of the needle thread. */
export async function logGauge(
  database: Database,
  id: string,
  setupId: string,
  reading: GaugeReadingInput,
  person: Person,
  tx: Transaction,
): Promise<LoggedGaugeReading> {
  await requireWithinTravel(database, setupId, [reading], 'body', tx);
  const { machineId, thread } = await readSetup(database, setupId, tx);
  await insertGaugeReading(database, { id, machineId, setupId, readById: person.id }, reading, tx);
  return { id, setupId, ...reading, tex: thread.tex, readBy: person.name };
}

/** @throws ProblemError `seam.past-travel` naming the first seam beyond the knob's end */
async function requireWithinTravel(
  database: Database,
  setupId: string,
  seams: readonly { readonly turns: number }[],
  path: 'body' | 'body.seams',
  tx: Transaction,
): Promise<void> {
  const setup = await readSetup(database, setupId, tx);
  const { knob } = await findMachine(database, setup.machineId, tx);
  if (!knob) return;
  const past = seams.findIndex(({ turns }) => turns > knob.travelTurns);
  if (past < 0) return;
  const field = path === 'body' ? 'body.turns' : `body.seams.${past}.turns`;
  throw new ProblemError('seam.past-travel', { travelTurns: knob.travelTurns }, [
    { path: field, message: `at most ${knob.travelTurns}` },
  ]);
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
