import {
  bobbinAdvice,
  bobbinTarget,
  dropTension,
  firstSetting,
  gradeIndex,
  isUnsteady,
  ladderSteps,
  predictSetting,
  springWear,
  stackOf,
  threadOnBench,
  workWeight,
  type BobbinAdvice,
  type BobbinSchool,
  type SettingPrediction,
  type SpringWear,
  type Stack,
  type TensionRange,
  type Values,
  type WorkWeight,
} from '@gantelet/core';
import type { BobbinReading, LoggedSeam, TensionView, TensionWay } from '@gantelet/contracts';
import type { SearchQuestion } from './balance-search';

/** Travel taken for a knob that nobody has counted yet. Assumption. */
export const ASSUMED_TRAVEL_TURNS = 8;

/** How the search is to be done: what is done about the bobbin and what the setting is for. */
export type SearchWay = Readonly<TensionWay>;

/** What is known of a set-up before the search answers. */
export interface NextStep {
  readonly stack: Stack;
  readonly weight: WorkWeight;
  readonly travelTurns: number;
  /** Where the setting is expected from other work on the machine. */
  readonly prediction: SettingPrediction;
  readonly threadDiameterMm: number;
  readonly bobbin: BobbinState;
  /** Seams that count: sewn since the bobbin screw was last turned. */
  readonly seams: readonly LoggedSeam[];
  /** Two seams at one setting were graded two steps apart. */
  readonly unsteady: boolean;
  /** Where the knob stands now: the last seam's setting. */
  readonly nowTurns: number | null;
  readonly question: SearchQuestion;
}

/** The bobbin case against what is aimed at. */
export interface BobbinState {
  readonly advice: BobbinAdvice;
  readonly target: TensionRange;
  /** Signed steps of the size ladder from what the machine is set for. */
  readonly threadSteps: number;
  /** Readings that tell a tension, oldest first. */
  readonly tensions: readonly (TensionRange & { readonly reading: BobbinReading })[];
  /** The spring lets go though nobody turned its screw. */
  readonly wear: SpringWear | null;
}

/** Works out what the search is asked, and what is done before it. Pure: called again only when the view changed. */
export function nextStep(view: TensionView, way: SearchWay, values: Values): NextStep {
  const { setup, machine, logged } = view;
  const stack = stackOf(setup.layers);
  const weight = workWeight(stack);
  const travelTurns = machine.knob?.travelTurns ?? ASSUMED_TRAVEL_TURNS;
  const threadDiameterMm = threadOnBench(setup.thread.constructionId, setup.thread.tex, values).diameterMm;
  const wanted = { threadDiameterMm, stackMm: stack.thicknessMm };
  const plain = firstSetting({ ...wanted, tex: setup.thread.tex, duty: machine.duty, travelTurns }, []);
  const window = Math.sqrt(
    values[`tension.${weight}-window-low`].value * values[`tension.${weight}-window-high`].value,
  );
  const prediction = predictSetting(wanted, logged, plain.turns, window, values);
  const seams = seamsInPlay(view);
  return {
    stack,
    weight,
    travelTurns,
    prediction,
    threadDiameterMm,
    bobbin: bobbinState(view, way.bobbin, values),
    seams,
    unsteady: isUnsteady(seams.map(({ turns, grade }) => ({ turns, gradeIndex: gradeIndex(grade) }))),
    nowTurns: view.seams.at(-1)?.turns ?? null,
    question: {
      weight,
      travelTurns,
      meanTurns: prediction.meanTurns,
      sdTurns: prediction.sdTurns,
      seams: seams.map(({ turns, grade, lockDepth }) => ({ turns, grade, lockDepth })),
      target: way.target,
      values,
    },
  };
}

/** A turn of the bobbin screw moves the balance: only the seams after the last one count. */
function seamsInPlay({ seams, bobbin }: TensionView): readonly LoggedSeam[] {
  const turned = bobbin.findLast(({ screwTurns }) => screwTurns !== 0);
  // Pucker with a balanced lock says nothing of the top: both are too tight.
  return seams.filter(({ sewnAt, bothTight }) => !bothTight && (!turned || sewnAt > turned.readAt));
}

function bobbinState(view: TensionView, school: BobbinSchool, values: Values): BobbinState {
  const { bobbin, setup, seams, presentTex } = view;
  const threadSteps = presentTex === null ? 0 : ladderSteps(presentTex, setup.thread.tex);
  const own = bobbin.filter(({ setupId }) => setupId === setup.id);
  const drop =
    own.findLast(({ outcome }) => outcome !== null)?.outcome ??
    seams.findLast(({ bobbinDrop }) => bobbinDrop !== null)?.bobbinDrop ??
    null;
  const tensions = bobbin.flatMap((reading) => {
    const range = tensionOf(reading, values);
    return range ? [{ ...range, reading }] : [];
  });
  return {
    advice: bobbinAdvice({ school, threadSteps, drop }, values),
    target: bobbinTarget(setup.thread.tex, values),
    threadSteps,
    tensions,
    wear: springWear(ownSinceTurned(view, tensions)),
  };
}

/** Readings with this work's thread since the screw was last turned: only these can be compared with one another. */
function ownSinceTurned({ bobbin, setup }: TensionView, tensions: BobbinState['tensions']) {
  const turned = bobbin.findLastIndex(({ screwTurns }) => screwTurns !== 0);
  const since = bobbin.slice(Math.max(0, turned));
  return tensions
    .filter(({ reading }) => reading.setupId === setup.id && since.includes(reading))
    .map(({ reading, middleCn }) => ({ readAtMs: Date.parse(reading.readAt), tensionCn: middleCn }));
}

function tensionOf(
  { method, tensionCn, grams, outcome }: BobbinReading,
  values: Values,
): TensionRange | null {
  if (method === 'gauge' && tensionCn !== null) {
    return { lowCn: tensionCn, middleCn: tensionCn, highCn: tensionCn };
  }
  return method === 'weight' && grams !== null && outcome !== null
    ? dropTension(grams, outcome, values)
    : null;
}
