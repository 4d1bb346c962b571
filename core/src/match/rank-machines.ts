import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import type { Stack } from '../material/index.js';
import { changeover } from './changeover.js';
import type { Changeover, ChangeoverMachine, SetState, TopSetting } from './changeover-step.js';
import { nameOfNeedle } from './needle-choice.js';
import type { MachineOnBench, ThreadOnBench } from './on-bench.js';
import { bestNeedle } from './best-needle.js';
import { rankNeedles, type NeedleCandidate, type Refusal } from './rank-needles.js';
import type { SeamLook } from '../needle/index.js';
import type { Schools } from './school.js';

/** A machine of the shop with its present set-up. */
export interface ShopMachine extends MachineOnBench, ChangeoverMachine {
  readonly id: string;
  /** Holes of all its plates, including the one on it. */
  readonly plateHolesMm: readonly number[];
  /** Its present set-up; null if not known. */
  readonly present: SetState | null;
}

/** Work that could go on any machine. */
export interface JobQuestion {
  readonly stack: Stack;
  readonly thread: ThreadOnBench;
  readonly stitchLengthMm: number;
  readonly schools: Schools;
  readonly look?: SeamLook | null;
  readonly values?: Values;
}

/** A machine for a job: the needle and plate it would sew with, and the changeover. */
export interface MachineAnswer {
  readonly machineId: string;
  readonly needle: NeedleCandidate;
  readonly plateHoleMm: number;
  readonly changeover: Changeover;
  /** Needle cost plus weighted changeover minutes. */
  readonly cost: number;
}

export interface MachineRanking {
  /** Best first. */
  readonly ranked: readonly MachineAnswer[];
  /** Machines that cannot sew it, each with its reasons. */
  readonly refused: readonly { readonly machineId: string; readonly refusals: readonly Refusal[] }[];
}

/**
 * Which of the shop's machines to put a job on: by how well the best needle fits, and by the changeover from each
 * machine's present set-up. Every plate a machine has is tried.
 *
 * @param topOf top setting to expect for this job on a machine, null when there is nothing to go by
 */
export function rankMachines(
  machines: readonly ShopMachine[],
  job: JobQuestion,
  topOf: (machineId: string) => TopSetting | null,
): MachineRanking {
  const judged = machines.map((machine) => judgeMachine(machine, job, topOf(machine.id)));
  return {
    ranked: judged.flatMap(({ answer }) => (answer ? [answer] : [])).sort(byNeedleAndCost),
    refused: judged
      .filter(({ answer }) => answer === null)
      .map(({ machineId, refusals }) => ({ machineId, refusals })),
  };
}

/** A needle that must not be used as it is ranks last, however short the changeover. */
function byNeedleAndCost(a: MachineAnswer, b: MachineAnswer): number {
  return Number(a.needle.act) - Number(b.needle.act) || a.cost - b.cost;
}

interface JudgedMachine {
  readonly machineId: string;
  readonly answer: MachineAnswer | null;
  readonly refusals: readonly Refusal[];
}

function judgeMachine(machine: ShopMachine, job: JobQuestion, top: TopSetting | null): JudgedMachine {
  const plates = [machine.plateHoleMm, ...machine.plateHolesMm.filter((mm) => mm !== machine.plateHoleMm)];
  const tried = plates.map((plateHoleMm) => onPlate(machine, job, plateHoleMm, top));
  const answers = tried.flatMap(({ answer }) => (answer ? [answer] : []));
  const best = answers.reduce<MachineAnswer | null>(
    (least, one) => (least === null || byNeedleAndCost(one, least) < 0 ? one : least),
    null,
  );
  return { machineId: machine.id, answer: best, refusals: best ? [] : tried[0]!.refusals };
}

function onPlate(
  machine: ShopMachine,
  job: JobQuestion,
  plateHoleMm: number,
  top: TopSetting | null,
): { readonly answer: MachineAnswer | null; readonly refusals: readonly Refusal[] } {
  const { values = SHIPPED_VALUES } = job;
  const question = { ...job, machine: { ...machine, plateHoleMm } };
  const needle = bestNeedle(question);
  if (!needle) return { answer: null, refusals: rankNeedles(question).refusals };
  const to: SetState = {
    needle: nameOfNeedle(needle),
    plateHoleMm,
    thread: job.thread,
    stackMm: job.stack.thicknessMm,
    stitchLengthMm: job.stitchLengthMm,
    top,
  };
  const way = changeover(machine.present, to, machine, values);
  const cost = needle.cost + values['weight.changeover-minute'].value * way.minutes;
  return { answer: { machineId: machine.id, needle, plateHoleMm, changeover: way, cost }, refusals: [] };
}
