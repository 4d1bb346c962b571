import {
  diameterOfConstruction,
  firstSetting,
  quarterTurnRule,
  stackOf,
  threadConstruction,
  workWeight,
  type FirstSetting,
  type NextSeamAdvice,
  type Stack,
  type WorkWeight,
} from '@gantelet/core';
import type { TensionView } from '@gantelet/contracts';

/** Travel taken for a knob that nobody has counted yet. Assumption. */
export const ASSUMED_TRAVEL_TURNS = 8;

/** What the Tension room says of a set-up. */
export interface NextStep {
  readonly stack: Stack;
  readonly weight: WorkWeight;
  readonly travelTurns: number;
  /** Where to begin; shown until a seam is logged. */
  readonly first: FirstSetting;
  /** Null before the first seam. */
  readonly advice: NextSeamAdvice | null;
  /** Where the knob stands now: the last seam's setting. */
  readonly nowTurns: number | null;
  /** Where the knob should go. */
  readonly nextTurns: number;
}

/** Works out where the knob goes next. Pure: called again only when the view changed. */
export function nextStep({ setup, machine, seams, logged }: TensionView): NextStep {
  const stack = stackOf(setup.layers);
  const weight = workWeight(stack);
  const travelTurns = machine.knob?.travelTurns ?? ASSUMED_TRAVEL_TURNS;
  const construction = threadConstruction(setup.thread.constructionId)!;
  const first = firstSetting(
    {
      tex: setup.thread.tex,
      threadDiameterMm: diameterOfConstruction(setup.thread.tex, construction).value,
      stackMm: stack.thicknessMm,
      duty: machine.duty,
      travelTurns,
    },
    logged,
  );
  const advice = quarterTurnRule({ seams, weight, travelTurns });
  const nowTurns = seams.at(-1)?.turns ?? null;
  return { stack, weight, travelTurns, first, advice, nowTurns, nextTurns: advice?.turns ?? first.turns };
}
