import {
  dialLine,
  dialMarkFor,
  firstSetting,
  stackOf,
  threadOnBench,
  type SetState,
  type ShopMachine,
  type Stack,
  type ThreadOnBench,
  type TopSetting,
  type Values,
} from '@gantelet/core';
import type { Machine, SchoolChoice, Setup } from '@gantelet/contracts';

/** What the shop brings to an answer: machines, what they are set for, what is logged, and its own values. */
export interface BenchShop {
  readonly machines: readonly Machine[];
  readonly setups: readonly Setup[];
  /** Last balanced top setting, by set-up id. */
  readonly balanced: ReadonlyMap<string, number>;
  /** Tex each machine's bobbin case was last set for, by machine id. */
  readonly caseTex: ReadonlyMap<string, number>;
  readonly values: Values;
  readonly schools: SchoolChoice;
}

/** Travel taken for a knob that nobody has counted yet. Assumption. */
const ASSUMED_TRAVEL_TURNS = 8;

/** A set-up as the state a machine is in when it is set for it. */
export function stateOfSetup(setup: Setup, { balanced, values }: BenchShop): SetState {
  const turns = balanced.get(setup.id);
  return {
    needle: setup.needle,
    plateHoleMm: setup.plateHoleMm,
    thread: threadOnBench(setup.thread.constructionId, setup.thread.tex, values),
    stackMm: stackOf(setup.layers).thicknessMm,
    stitchLengthMm: setup.stitchLengthMm,
    top: turns === undefined ? null : { turns, logged: true },
  };
}

/** A machine as the match takes it, with what it is set for now. */
export function shopMachine(machine: Machine, shop: BenchShop): ShopMachine {
  const present = shop.setups.find(({ id }) => id === machine.presentSetupId);
  const dial = dialLine(machine.stitchDial);
  return {
    ...machine,
    plateHolesMm: machine.plates.map(({ holeMm }) => holeMm),
    travelTurns: machine.knob?.travelTurns ?? null,
    caseSetForTex: shop.caseTex.get(machine.id) ?? null,
    dialMark: (stitchLengthMm) => dialMarkFor(dial, stitchLengthMm),
    // What is on the machine counts, also when a plate was changed without a set-up.
    present: present ? { ...stateOfSetup(present, shop), plateHoleMm: machine.plateHoleMm } : null,
  };
}

/**
 * Top setting to expect for work on a machine: the one logged for this very set-up, or that of the most alike work
 * logged on the machine, or null when it has none.
 */
export function topFor(
  machine: Machine,
  stack: Stack,
  thread: ThreadOnBench,
  savedId: string | null,
  shop: BenchShop,
): TopSetting | null {
  const own = savedId === null ? undefined : shop.balanced.get(savedId);
  if (own !== undefined) return { turns: own, logged: true };
  const logged = shop.setups.flatMap((setup) => {
    const turns = shop.balanced.get(setup.id);
    if (setup.machineId !== machine.id || turns === undefined) return [];
    const { diameterMm } = threadOnBench(setup.thread.constructionId, setup.thread.tex, shop.values);
    const stackMm = stackOf(setup.layers).thicknessMm;
    return [{ setupId: setup.id, name: setup.name, threadDiameterMm: diameterMm, stackMm, turns }];
  });
  if (logged.length === 0) return null;
  const wanted = {
    tex: thread.tex,
    threadDiameterMm: thread.diameterMm,
    stackMm: stack.thicknessMm,
    duty: machine.duty,
    travelTurns: machine.knob?.travelTurns ?? ASSUMED_TRAVEL_TURNS,
  };
  return { turns: firstSetting(wanted, logged).turns, logged: false };
}
