import { SHIPPED_VALUES } from '../reference/index.js';
import { rankNeedles, refuseThread, type NeedleCandidate, type NeedleQuestion } from './rank-needles.js';
import { rankSizes, type FirstNeedle } from './rank-sizes.js';

/** The needle that ranks first, without working out the others; null when none can be used. */
export function bestNeedle(question: NeedleQuestion): NeedleCandidate | null {
  if (refuseThread(question.thread, question.machine)) return null;
  const { values = SHIPPED_VALUES, thread } = question;
  const first = rankSizes(question, values).first(thread.diameterMm);
  return first && needleAt(question, first);
}

/** Works out a needle in full, from its own system and size alone. */
export function needleAt(question: NeedleQuestion, { systemId, nm }: FirstNeedle): NeedleCandidate {
  const machine = { ...question.machine, systemIds: [systemId], needleNm: { least: nm, most: nm } };
  return rankNeedles({ ...question, machine }).ranked[0]!;
}
