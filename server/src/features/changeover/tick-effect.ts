import { replayTicks, sameNeedle } from '@gantelet/core';
import { ProblemError, type Changeover, type ChangeoverStep, type TickInput } from '@gantelet/contracts';
import type { WriteContext } from '../../db/write-context.js';
import { changeNeedle, needleInMachine, putPlateOn, undoChange } from '../floor/index.js';
import { withdrawEntry } from '../record/index.js';
import { logBobbin, putBobbinCaseIn } from '../tension/index.js';

/** The step that a tick is for. @throws ProblemError `changeover.no-step`, `changeover.step-done` */
export function requireStep(
  { steps, ticks }: Changeover,
  { step: kind, outcome }: TickInput,
): ChangeoverStep {
  const step = steps.find((one) => one.do === kind);
  if (!step) {
    const message = `one of ${steps.map((one) => one.do).join(', ')}`;
    throw new ProblemError('changeover.no-step', {}, [{ path: 'body.step', message }]);
  }
  const standing = replayTicks(steps, ticks).standing.get(kind);
  if (outcome === 'skipped' && standing?.outcome === 'done') throw new ProblemError('changeover.step-done');
  return step;
}

/** What a tick did besides being recorded. */
export interface TickEffect {
  /** The needle that was installed. */
  readonly installId: string | null;
  /** False when the step was already done, or when an earlier tick was deleted instead of adding another. */
  readonly logged: boolean;
}

const NOTHING: TickEffect = { installId: null, logged: true };
const AS_IT_WAS: TickEffect = { installId: null, logged: false };

/** Logs what a completed step implies, and undoes it when the step is reopened. */
export async function takeEffect(
  context: WriteContext,
  tickId: string,
  changeover: Changeover,
  step: ChangeoverStep,
  tick: TickInput,
): Promise<TickEffect> {
  const before = replayTicks(changeover.steps, changeover.ticks).standing.get(step.do);
  const wasDone = before?.outcome === 'done';
  const opens = wasDone && tick.outcome === 'open';
  const does = tick.outcome === 'done';
  if (does && wasDone && tick.swap === null) return AS_IT_WAS;
  switch (step.do) {
    case 'needle':
      if (opens && before.installId !== null)
        return undoNeedle(context, tickId, changeover, before.installId);
      return does ? changeNeedleFor(context, tickId, changeover, step, tick) : NOTHING;
    case 'plate':
      if (does) await putPlate(context, changeover, step.toMm, step.shared?.id ?? null);
      if (opens) await putPlate(context, changeover, step.fromMm, step.fromSharedId);
      return NOTHING;
    case 'case':
      await putCaseIn(does ? step.caseId : opens ? step.fromCaseId : null);
      return NOTHING;
    case 'bobbin-screw':
      if (does) await turnScrew(context, tickId, changeover, step, tick.tickedAt);
      if (opens) await takeScrewBack(context, tickId, before.id);
      return NOTHING;
    default:
      return NOTHING;
  }

  async function putCaseIn(caseId: string | null): Promise<void> {
    const swap = caseId && { caseId, putInAt: tick.tickedAt };
    if (swap) await putBobbinCaseIn(context, tickId, changeover.machineId, swap);
  }
}

async function changeNeedleFor(
  { database, tx, person, now }: WriteContext,
  tickId: string,
  { machineId, to }: Changeover,
  { needle }: Extract<ChangeoverStep, { do: 'needle' }>,
  { swap, tickedAt }: TickInput,
): Promise<TickEffect> {
  if (swap === null) {
    const present = await needleInMachine(database, machineId, tx);
    if (!present || !sameNeedle(present, needle))
      throw new ProblemError('changeover.needle-unlogged', {}, [
        { path: 'body.swap', message: 'is missing' },
      ]);
    return NOTHING;
  }
  const ids = { installId: tickId, setupId: to.id };
  await changeNeedle(database, machineId, { ...swap, changedAt: tickedAt }, ids, person, now, tx);
  return { installId: tickId, logged: true };
}

async function undoNeedle(
  { database, tx, person, now }: WriteContext,
  tickId: string,
  { machineId }: Changeover,
  installId: string,
): Promise<TickEffect> {
  await undoChange(database, machineId, { undoId: tickId, installId }, person, now, tx);
  return AS_IT_WAS;
}

function putPlate(
  { database, tx }: WriteContext,
  { machineId }: Changeover,
  holeMm: number,
  sharedId: string | null,
): Promise<void> {
  return putPlateOn(database, machineId, holeMm, sharedId, tx);
}

async function turnScrew(
  { database, tx, person, now }: WriteContext,
  tickId: string,
  { to }: Changeover,
  { turns, tighter }: Extract<ChangeoverStep, { do: 'bobbin-screw' }>,
  readAt: string,
): Promise<void> {
  const reading = { method: 'screw' as const, outcome: null, grams: null, tensionCn: null };
  const screwTurns = tighter ? turns : -turns;
  await logBobbin(database, tickId, to.id, { ...reading, screwTurns, readAt }, person, now, tx);
}

async function takeScrewBack(
  { database, tx, person, now }: WriteContext,
  tickId: string,
  entryId: string,
): Promise<void> {
  await withdrawEntry(database, tickId, { log: 'bobbin-reading', entryId }, person, now, tx);
}
