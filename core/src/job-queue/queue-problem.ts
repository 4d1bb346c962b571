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
import { casesAfter } from '../tension/index.js';
import type { OrderProblem } from './order-problem.js';

type KeptMachine = Parameters<typeof shopMachineOf>[0];

/** A waiting job, by the set-up it was entered with. */
export interface QueueJob {
  readonly id: string;
  readonly setup: SavedSetup & { readonly schools: Schools };
  readonly sewMinutes: number;
  /** Working minutes until it is due, by machine id; empty without a due date. */
  readonly dueMinutes: Readonly<Record<string, number>>;
  /** It stays on this machine; null for any. */
  readonly pinnedTo: string | null;
}

/** Work is the same when stack, thread and stitch are, on any machine. */
const workOf = ({ layers, thread, stitchLengthMm }: SavedSetup): string =>
  JSON.stringify([
    layers.map(({ materialId, thicknessMm, plies }) => [materialId, thicknessMm, plies]),
    thread.constructionId,
    thread.tex,
    stitchLengthMm,
  ]);

/**
 * How a machine would sew the work of a set-up: by a set-up saved there for the same work, or with the needle the
 * bench finds if nothing speaks against it; null when it cannot.
 */
function stateOn(
  machine: KeptMachine,
  own: ShopMachine,
  setup: QueueJob['setup'],
  shop: LoggedShop,
): SetState | null {
  const stack = stackOf(setup.layers);
  const { thread } = setStateOf(setup, shop);
  const saved = shop.setups.find((one) => one.machineId === machine.id && workOf(one) === workOf(setup));
  const top = topFor(machine, stack, thread, saved?.id ?? null, shop);
  if (saved) return { ...setStateOf(saved, shop), top };
  const { stitchLengthMm, schools } = setup;
  const question = { stack, thread, stitchLengthMm, schools, values: shop.values };
  const [answer] = rankMachines([own], question, () => null).ranked;
  if (!answer || answer.needle.act) return null;
  const { plateHoleMm, needle } = answer;
  return {
    ...{ needle: nameOfNeedle(needle), plateHoleMm, thread, stackMm: stack.thicknessMm },
    ...{ stitchLengthMm, top },
  };
}

/** The ordering problem, with the minutes of every possible changeover. */
export function queueProblem(
  jobs: readonly QueueJob[],
  machines: readonly KeptMachine[],
  shop: LoggedShop,
): OrderProblem {
  // Jobs of the same work are assessed once.
  const works = [...new Map(jobs.map(({ setup }) => [workOf(setup), setup])).entries()];
  const workIndex = jobs.map(({ setup }) => works.findIndex(([work]) => work === workOf(setup)));
  const changeMinutes = machines.map((machine) => {
    const own = shopMachineOf(machine, shop);
    const states = works.map(([, setup]) => stateOn(machine, own, setup, shop));
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

/** @param afterJob the case was set for the previous job's thread, and no longer for the present set-up's */
function minutesBetween(
  from: SetState | null,
  to: SetState,
  machine: ShopMachine,
  afterJob: boolean,
  { values }: LoggedShop,
): number {
  const set =
    afterJob && from
      ? {
          ...machine,
          cases: casesAfter(machine.cases ?? [], from.thread.tex, values['bobbin.steps-to-touch'].value),
        }
      : machine;
  return changeover(from, to, set, values).minutes;
}
