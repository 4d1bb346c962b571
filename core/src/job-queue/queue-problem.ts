import { setStateOf, shopMachineOf, topFor, type LoggedShop, type SavedSetup } from '../changeover/index.js';
import {
  changeover,
  nameOfNeedle,
  rankMachines,
  type Schools,
  type SetState,
  type ShopMachine,
} from '../match/index.js';
import { stackOf } from '../material/index.js';
import type { OrderProblem } from './order-problem.js';

type KeptMachine = Parameters<typeof shopMachineOf>[0];

/** A job that waits, by the set-up it was entered with. */
export interface QueueJob {
  readonly id: string;
  readonly setup: SavedSetup & { readonly schools: Schools };
  readonly sewMinutes: number;
  /** Minutes of work until it is due, by machine id; none where nobody waits for it. */
  readonly dueMinutes: Readonly<Record<string, number>>;
  /** It stays on this machine; null for any. */
  readonly pinnedTo: string | null;
}

/** How a machine would sew a piece of work. */
export interface QueueMachine {
  readonly machineId: string;
  /** Its saved set-up for this very work; null where the bench would have to make one. */
  readonly setupId: string | null;
  readonly state: SetState;
}

/** Work is the same when stack, thread and stitch are, on whichever machine. */
const workOf = ({ layers, thread, stitchLengthMm }: SavedSetup): string =>
  JSON.stringify([
    layers.map(({ materialId, thicknessMm, plies }) => [materialId, thicknessMm, plies]),
    thread.constructionId,
    thread.tex,
    stitchLengthMm,
  ]);

/**
 * Machines that can sew the work of a set-up: those with a set-up saved for the same work as it stands there, and those
 * for which the bench finds a needle that nothing speaks against.
 */
export function queueMachines(
  setup: QueueJob['setup'],
  machines: readonly KeptMachine[],
  shop: LoggedShop,
): readonly QueueMachine[] {
  const same = shop.setups.filter((one) => workOf(one) === workOf(setup));
  const stack = stackOf(setup.layers);
  const { thread } = setStateOf(setup, shop);
  return machines.flatMap((machine): QueueMachine[] => {
    const own = same.find(({ machineId }) => machineId === machine.id);
    if (own) {
      const top = topFor(machine, stack, thread, own.id, shop);
      return [{ machineId: machine.id, setupId: own.id, state: { ...setStateOf(own, shop), top } }];
    }
    const question = { stack, thread, stitchLengthMm: setup.stitchLengthMm, schools: setup.schools };
    const ranked = rankMachines(
      [shopMachineOf(machine, shop)],
      { ...question, values: shop.values },
      () => null,
    );
    const [answer] = ranked.ranked;
    if (!answer || answer.needle.act) return [];
    const state: SetState = {
      needle: nameOfNeedle(answer.needle),
      plateHoleMm: answer.plateHoleMm,
      thread,
      stackMm: stack.thicknessMm,
      stitchLengthMm: setup.stitchLengthMm,
      top: topFor(machine, stack, thread, null, shop),
    };
    return [{ machineId: machine.id, setupId: null, state }];
  });
}

/** The order's problem, with the minutes of every changeover there may be. */
export function queueProblem(
  jobs: readonly QueueJob[],
  machines: readonly KeptMachine[],
  shop: LoggedShop,
): OrderProblem {
  // Jobs of the same work are judged once.
  const works = [...new Map(jobs.map(({ setup }) => [workOf(setup), setup])).entries()];
  const ways = works.map(([, setup]) => queueMachines(setup, machines, shop));
  const workIndex = jobs.map(({ setup }) => works.findIndex(([work]) => work === workOf(setup)));
  const changeMinutes = machines.map((machine) => {
    const own = shopMachineOf(machine, shop);
    const states = ways.map((way) => way.find(({ machineId }) => machineId === machine.id)?.state ?? null);
    const minutes = [own.present, ...states].map((from, row) =>
      states.map((to) =>
        to && (row === 0 || from) ? minutesBetween(from, to, own, row > 0, shop) : Infinity,
      ),
    );
    const may = jobs.map(({ pinnedTo }) => pinnedTo === null || pinnedTo === machine.id);
    return [-1, ...workIndex].map((before) =>
      jobs.map((_, job) => (may[job] ? minutes[before + 1]![workIndex[job]!]! : Infinity)),
    );
  });
  return {
    machines: machines.length,
    jobs: jobs.map(({ sewMinutes, dueMinutes }) => ({
      sewMinutes,
      dueMinutes: machines.map(({ id }) => dueMinutes[id] ?? Infinity),
    })),
    changeMinutes,
    lateWeight: shop.values['queue.late-weight'].value,
  };
}

/** @param afterJob the case was set for the thread of the job before, and no longer for what it is set for now */
function minutesBetween(
  from: SetState | null,
  to: SetState,
  machine: ShopMachine,
  afterJob: boolean,
  { values }: LoggedShop,
): number {
  const set = afterJob && from ? { ...machine, caseSetForTex: from.thread.tex } : machine;
  return changeover(from, to, set, values).minutes;
}
