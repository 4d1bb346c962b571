import {
  changeover,
  dialLine,
  dialMarkFor,
  platesOf,
  threadOnBench,
  type Changeover,
  type DialReading,
  type MachineOnBench,
  type NeedleName,
  type SetState,
  type SharedPlate,
  type ShopMachine,
  type StitchControl,
  type ThreadOnBench,
  type TopSetting,
} from '../match/index.js';
import type { HandSettings } from '../hand-setting/index.js';
import { stackOf, type Layer, type Stack } from '../material/index.js';
import type { Values } from '../reference/index.js';
import { firstSetting, type Duty, type MachineCase } from '../tension/index.js';

/** A saved job, as far as it determines a machine's settings. */
export interface SavedSetup {
  readonly id: string;
  readonly name: string;
  readonly machineId: string;
  readonly needle: NeedleName;
  readonly plateHoleMm: number;
  readonly thread: { readonly constructionId: string; readonly tex: number };
  readonly layers: readonly Layer[];
  readonly stitchLengthMm: number;
}

/** A machine in the shop's records. */
export interface KeptMachine extends MachineOnBench {
  readonly id: string;
  readonly duty: Duty;
  readonly plates: readonly { readonly holeMm: number; readonly feedDogHoleMm: number | null }[];
  readonly sharedPlates: readonly SharedPlate[];
  readonly presentSetupId: string | null;
  readonly preTensionWraps: number;
  readonly knob: { readonly travelTurns: number } | null;
  readonly stitchControl: StitchControl | null;
  readonly stitchDial: readonly DialReading[];
}

/** The parts of the shop's log that an answer depends on. */
export interface LoggedShop {
  readonly setups: readonly SavedSetup[];
  /** Last balanced top setting, by set-up id. */
  readonly balanced: ReadonlyMap<string, number>;
  /** Foot, edge distance and speed as last recorded, by set-up id. */
  readonly hands: ReadonlyMap<string, HandSettings>;
  /** Bobbin cases of each machine that has known ones, by machine id. */
  readonly cases: ReadonlyMap<string, readonly MachineCase[]>;
  readonly values: Values;
}

/** Assumed travel of a knob that nobody has counted yet. Assumption. */
const ASSUMED_TRAVEL_TURNS = 8;

/** A set-up as the state of a machine that is set up for it. */
export function setStateOf(setup: SavedSetup, { balanced, hands, values }: LoggedShop): SetState {
  const turns = balanced.get(setup.id);
  return {
    needle: setup.needle,
    plateHoleMm: setup.plateHoleMm,
    thread: threadOnBench(setup.thread.constructionId, setup.thread.tex, values),
    stackMm: stackOf(setup.layers).thicknessMm,
    stitchLengthMm: setup.stitchLengthMm,
    top: turns === undefined ? null : { turns, logged: true },
    hand: hands.get(setup.id) ?? null,
  };
}

/** A machine in the form used by the match, with its present set-up. */
export function shopMachineOf(machine: KeptMachine, shop: LoggedShop): ShopMachine {
  const present = shop.setups.find(({ id }) => id === machine.presentSetupId);
  const dial = dialLine(machine.stitchDial);
  return {
    ...machine,
    plateHolesMm: platesOf(machine).map(({ holeMm }) => holeMm),
    travelTurns: machine.knob?.travelTurns ?? null,
    cases: shop.cases.get(machine.id) ?? [],
    dialMark: (stitchLengthMm) => dialMarkFor(dial, stitchLengthMm),
    // The plate on the machine counts, even if it was changed outside a changeover.
    present: present ? { ...setStateOf(present, shop), plateHoleMm: machine.plateHoleMm } : null,
  };
}

/**
 * Expected top setting for work on a machine: the one logged for this set-up, or for the most similar work logged on
 * the machine, or null if it has none.
 */
export function topFor(
  machine: KeptMachine,
  stack: Stack,
  thread: ThreadOnBench,
  savedId: string | null,
  shop: LoggedShop,
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

/**
 * The changeover from a machine's present state to a saved set-up.
 *
 * @param needle what is really in the machine, whatever its set-up says; null when no needle is logged in it
 * @param bobbins that the job needs; null if nobody knows
 */
export function wayTo(
  setup: SavedSetup,
  machine: KeptMachine,
  needle: NeedleName | null,
  bobbins: number | null,
  shop: LoggedShop,
): Changeover {
  const own = shopMachineOf(machine, shop);
  const to = setStateOf(setup, shop);
  const top = topFor(machine, stackOf(setup.layers), to.thread, setup.id, shop);
  const from = own.present && { ...own.present, needle: needle ?? NO_NEEDLE };
  return changeover(from, { ...to, top, bobbins }, own, shop.values);
}

/** Stands for a machine without a needle: equal to none. */
const NO_NEEDLE: NeedleName = { systemId: '', nm: 0, pointId: '', finishId: '' };
