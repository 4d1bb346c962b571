import {
  anyJudge,
  bobbinAdvice,
  bobbinCase,
  bobbinTarget,
  caseAt,
  dropFor,
  dropTension,
  firstSetting,
  gradeIndex,
  isUnsteady,
  JUDGE_KINDS,
  ladderSteps,
  longestMoveTurns,
  predictSetting,
  springWear,
  stackOf,
  threadOnBench,
  workWeight,
  type BobbinAdvice,
  type BobbinCase,
  type BobbinSchool,
  type DropTest,
  type JudgeWeights,
  type SettingPrediction,
  type SpringWear,
  type Stack,
  type TensionRange,
  type Values,
  type WorkWeight,
} from '@gantelet/core';
import type { BobbinReading, LoggedSeam, SeamJudge, TensionView, TensionWay } from '@gantelet/contracts';
import type { SearchQuestion } from './balance-search';

/** Assumed travel of a knob that nobody has counted yet. Assumption. */
export const ASSUMED_TRAVEL_TURNS = 8;

/** How to search: what is done about the bobbin, and the target. */
export type SearchWay = Readonly<TensionWay>;

/** What is known about a set-up before the search answers. */
export interface NextStep {
  readonly stack: Stack;
  readonly weight: WorkWeight;
  readonly travelTurns: number;
  /** Where the setting is expected, judging by other work on the machine. */
  readonly prediction: SettingPrediction;
  readonly threadDiameterMm: number;
  readonly bobbin: BobbinState;
  /** Seams that count: sewn since the bobbin screw was last turned. */
  readonly seams: readonly LoggedSeam[];
  /** Two seams at the same setting were graded two steps apart. */
  readonly unsteady: boolean;
  /** The present knob position: the last seam's setting. */
  readonly nowTurns: number | null;
  readonly question: SearchQuestion;
}

/** The bobbin case compared with its target. */
export interface BobbinState {
  readonly advice: BobbinAdvice;
  readonly target: TensionRange;
  readonly bobbinCase: BobbinCase;
  /** The result of this thread's drop test; null if there was none, or the screw was turned since. */
  readonly drop: DropTest | null;
  /**
   * Tex the steps are counted from: what the case was set for, else the machine's present set-up; null when neither
   * is known.
   */
  readonly fromTex: number | null;
  /** Signed steps on the size ladder from there. */
  readonly threadSteps: number;
  /** Readings that give a tension, oldest first. */
  readonly tensions: readonly (TensionRange & { readonly reading: BobbinReading })[];
  /** The spring is losing tension though nobody turned its screw. */
  readonly wear: SpringWear | null;
}

/** Works out the search request, and what to do before it. Pure: called again only when the view changed. */
export function nextStep(
  view: TensionView,
  way: SearchWay,
  values: Values,
  judges: readonly SeamJudge[] = [],
  person: string | null = null,
): NextStep {
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
  const jumps = logged.map(({ tex }) => Math.abs(ladderSteps(tex, setup.thread.tex)));
  const jumpSteps = jumps.length === 0 ? 0 : Math.min(...jumps);
  const prediction = predictSetting(wanted, logged, plain.turns, window, values, jumpSteps);
  const seams = seamsInPlay(view);
  const startsLoose = seams.length === 0 && prediction.jumpSteps > 0;
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
      way: {
        target: way.target,
        fromTurns: view.seams.at(-1)?.turns ?? null,
        longestMoveTurns: longestMoveTurns(weight, way.step, values),
        atMostTurns: startsLoose ? prediction.meanTurns : Infinity,
      },
      judge: judgeOf(seams, judges, person, values),
      values,
    },
  };
}

/**
 * Turning the bobbin screw moves the balance, and so does another case: only seams sewn with the present case since
 * its screw was last turned count.
 */
function seamsInPlay({ seams, bobbin, caseSwaps }: TensionView): readonly LoggedSeam[] {
  const turned = bobbin.findLast(({ screwTurns }) => screwTurns !== 0);
  return seams.filter(
    ({ sewnAt, bothTight }) =>
      // Pucker with a balanced knot says nothing about the top: both are too tight.
      !bothTight && (!turned || sewnAt > turned.readAt) && inPresentCase(caseSwaps, sewnAt),
  );
}

const inPresentCase = (swaps: TensionView['caseSwaps'], at: string): boolean =>
  caseAt(swaps, at) === (swaps.at(-1)?.caseId ?? null);

function bobbinState(view: TensionView, school: BobbinSchool, values: Values): BobbinState {
  const { bobbin, setup, presentTex } = view;
  const own = caseOf(view);
  const fromTex = own.setForTex ?? presentTex;
  const threadSteps = fromTex === null ? 0 : ladderSteps(fromTex, setup.thread.tex);
  const drop = dropFor(own, setup.thread.tex);
  const tensions = bobbin.flatMap((reading) => {
    const range = tensionOf(reading, values);
    return range ? [{ ...range, reading }] : [];
  });
  return {
    advice: bobbinAdvice({ school, threadSteps, drop }, values),
    target: bobbinTarget(setup.thread.tex, values),
    bobbinCase: own,
    drop,
    fromTex,
    threadSteps,
    tensions,
    wear: springWear(ownSinceTurned(view, tensions)),
  };
}

/** The bobbin case in the state its log leaves it in, including drop tests logged with this set-up's seams. */
function caseOf({ bobbin, seams, setup, caseSwaps }: TensionView): BobbinCase {
  const beside = seams
    .filter(({ sewnAt }) => inPresentCase(caseSwaps, sewnAt))
    .flatMap(({ bobbinDrop: outcome, sewnAt: at }) =>
      outcome === null ? [] : [{ tex: setup.thread.tex, outcome, screwTurns: 0, at }],
    );
  const all = [
    ...bobbin.map(({ tex, outcome, screwTurns, readAt: at }) => ({ tex, outcome, screwTurns, at })),
    ...beside,
  ];
  return bobbinCase(all.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0)));
}

/**
 * Who judged these seams, as far as known: the average of those who did; before the first seam, the person who will.
 */
function judgeOf(
  seams: readonly LoggedSeam[],
  judges: readonly SeamJudge[],
  person: string | null,
  values: Values,
): JudgeWeights {
  const names = seams.length > 0 ? [...new Set(seams.map(({ sewnBy }) => sewnBy))] : [person];
  const known = names.map((one) => judges.find(({ name }) => name === one)?.weights ?? anyJudge(values));
  const mean = JUDGE_KINDS.map((kind) => [
    kind,
    known.reduce((sum, one) => sum + one[kind], 0) / known.length,
  ]);
  return Object.fromEntries(mean) as JudgeWeights;
}

/** Readings with this work's thread since the screw was last turned: only these can be compared. */
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
