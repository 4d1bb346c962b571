import { replayTicks, wayTo } from '@gantelet/core';
import {
  ProblemError,
  type Changeover,
  type ChangeoverBegin,
  type ChangeoverEnd,
  type Person,
  type TickInput,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { shopValues } from '../catalogue/index.js';
import { findMachine, lockMachine, needleInMachine, setForSetup } from '../floor/index.js';
import { findHandSettings } from '../hand-setting/index.js';
import { findSetups, readSetup } from '../match/index.js';
import { requireBetween, requireShopTime } from '../shop/index.js';
import { balancedSettings, listBobbinCases } from '../tension/index.js';
import { requireStep, takeEffect } from './tick-effect.js';
import {
  endChangeoverRow,
  findChangeovers,
  insertChangeover,
  insertTick,
  openChangeoverOf,
} from './changeover.store.js';

/** One changeover. @throws ProblemError `changeover.unknown` */
export async function readChangeover(
  database: Database,
  id: string,
  tx: Transaction | null = null,
): Promise<Changeover> {
  const [changeover] = await findChangeovers(database, { id }, 1, tx);
  if (!changeover) throw new ProblemError('changeover.unknown');
  return changeover;
}

/**
 * Starts a changeover. Its steps follow from the machine's present state, needle and plate included, and are fixed
 * from then on.
 *
 * @throws ProblemError `changeover.under-way`, `changeover.nothing`, `setup.other-machine`
 */
export async function beginChangeover(
  database: Database,
  id: string,
  machineId: string,
  { setupId, bobbins, begunAt }: ChangeoverBegin,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<Changeover> {
  await lockMachine(database, machineId, tx);
  await requireShopTime(database, new Date(begunAt), 'body.begunAt', now, tx);
  const setup = await readSetup(database, setupId, tx);
  if (setup.machineId !== machineId) throw new ProblemError('setup.other-machine');
  const open = await openChangeoverOf(database, machineId, tx);
  if (open) throw new ProblemError('changeover.under-way', { by: open.by });
  const machine = await findMachine(database, machineId, tx);
  const shop = {
    setups: await findSetups(database, { machineId }, tx),
    hands: new Map((await findHandSettings(database, tx)).map((one) => [one.setupId, one])),
    balanced: new Map((await balancedSettings(database, tx)).map((one) => [one.setupId, one.turns])),
    cases: new Map([[machineId, await listBobbinCases(database, { machineId }, now, tx)]]),
    values: await shopValues(database, tx),
  };
  const needle = await needleInMachine(database, machineId, tx);
  const { steps } = wayTo(setup, machine, needle, bobbins, shop);
  if (steps.length === 0 && machine.presentSetupId === setupId) throw new ProblemError('changeover.nothing');
  const row = {
    ...{ id, machineId, openMachineId: machineId, fromSetupId: machine.presentSetupId, toSetupId: setupId },
    ...{ steps: JSON.stringify({ version: 1, steps }), begunAt: new Date(begunAt), begunById: person.id },
    ...{ ending: null, reason: '', endedAt: null, endedById: null },
  };
  const clash = () => new ProblemError('changeover.under-way', { by: 'somebody' });
  await insertChangeover(database, row, clash, tx);
  return readChangeover(database, id, tx);
}

/**
 * Ticks a step off, skips it or reopens it. Whatever the step implies is logged or undone in the same transaction.
 */
export async function tickStep(
  database: Database,
  id: string,
  where: { readonly machineId: string; readonly changeoverId: string },
  tick: TickInput,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<Changeover> {
  const changeover = await requireOpen(database, where, tx);
  const tickedAt = new Date(tick.tickedAt);
  requireBetween(tickedAt, new Date(changeover.begunAt), 'body.tickedAt', now);
  const step = requireStep(changeover, tick);
  const context = { database, tx, person, now };
  const { installId, logged } = await takeEffect(context, id, changeover, step, tick);
  if (logged) {
    const { step: kind, outcome } = tick;
    const row = { id, changeoverId: changeover.id, step: kind, outcome, tickedAt, tickedById: person.id };
    await insertTick(database, { ...row, installId }, tx);
  }
  return readChangeover(database, changeover.id, tx);
}

/** Ends a changeover. If it was finished, the machine is set up for the new work. */
export async function endChangeover(
  database: Database,
  id: string,
  where: { readonly machineId: string; readonly changeoverId: string },
  { ending, reason, endedAt: at }: ChangeoverEnd,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<Changeover> {
  const changeover = await requireOpen(database, where, tx);
  const endedAt = new Date(at);
  requireBetween(endedAt, new Date(changeover.begunAt), 'body.endedAt', now);
  const { open, standing } = replayTicks(changeover.steps, changeover.ticks);
  if (ending === 'finished' && open > 0) throw new ProblemError('changeover.open-steps');
  const done = [...standing.values()].some(({ outcome }) => outcome === 'done');
  if (ending === 'taken-back' && done) throw new ProblemError('changeover.has-ticks');
  await endChangeoverRow(database, changeover.id, { ending, reason, endedAt, endedById: person.id }, tx);
  if (ending === 'finished') {
    const set = {
      id,
      machineId: where.machineId,
      setupId: changeover.to.id,
      setAt: endedAt,
      setById: person.id,
    };
    await setForSetup(database, set, tx);
  }
  return readChangeover(database, changeover.id, tx);
}

/** An open changeover, with its machine locked. @throws ProblemError `changeover.unknown`, `changeover.ended` */
async function requireOpen(
  database: Database,
  { machineId, changeoverId }: { readonly machineId: string; readonly changeoverId: string },
  tx: Transaction,
): Promise<Changeover> {
  await lockMachine(database, machineId, tx);
  const changeover = await readChangeover(database, changeoverId, tx);
  if (changeover.machineId !== machineId) throw new ProblemError('changeover.unknown');
  if (changeover.end !== null) throw new ProblemError('changeover.ended');
  return changeover;
}
