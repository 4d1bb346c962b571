import {
  diameterOfConstruction,
  matchReasons,
  rankNeedles,
  readThreadSize,
  schoolForStack,
  SIZE_SCHOOLS,
  stackOf,
  threadConstruction,
  type MatchReason,
  type NeedleAnswer,
  type NeedleCandidate,
  type NeedleQuestion,
  type Schools,
  type Sourced,
  type Stack,
  type ThreadSizeReading,
} from '@gantelet/core';
import {
  LEATHER_POINT_SCHOOLS,
  type Machine,
  type NeedleChoice,
  type SchoolChoice,
} from '@gantelet/contracts';
import type { BenchDraft } from './match.state';

/** What another school would put on the machine. */
export interface OtherSchool {
  readonly school: string;
  readonly pick: NeedleCandidate;
  readonly same: boolean;
}

/** Everything the Bench shows of one draft. Parts are null until enough is on the bench. */
export interface BenchAnswer {
  readonly readings: readonly ThreadSizeReading[];
  /** The reading taken; null when the label has none, or several and none was chosen. */
  readonly reading: ThreadSizeReading | null;
  readonly stack: Stack | null;
  readonly threadDiameterMm: Sourced<number> | null;
  readonly schools: Schools | null;
  readonly answer: NeedleAnswer | null;
  readonly chosen: NeedleCandidate | null;
  readonly reasons: readonly MatchReason[];
  readonly nextBest: readonly NeedleCandidate[];
  readonly otherSchools: readonly OtherSchool[];
}

/** Works out a draft on a machine. Pure: the store calls it again only when one of them changed. */
export function benchAnswer(
  draft: BenchDraft,
  machine: Machine | null,
  shopSchools: SchoolChoice,
): BenchAnswer {
  const readings = readThreadSize(draft.threadText);
  const reading = readings.length === 1 ? readings[0]! : (readings[draft.readingIndex ?? -1] ?? null);
  const stack = draft.layers.length > 0 ? stackOf(draft.layers) : null;
  const construction = threadConstruction(draft.constructionId);
  const threadDiameterMm = reading && construction ? diameterOfConstruction(reading.tex, construction) : null;
  const choice = draft.schools ?? shopSchools;
  const schools = stack && { size: schoolForStack(choice.size, stack), leatherPoint: choice.leatherPoint };
  const known = { readings, reading, stack, threadDiameterMm, schools };
  if (!machine || !stack || !threadDiameterMm || !schools) return { ...known, ...NO_ANSWER };
  const question = {
    machine,
    stack,
    threadDiameterMm: threadDiameterMm.value,
    stitchLengthMm: draft.stitchLengthMm,
    schools,
  };
  const answer = rankNeedles(question);
  const chosen = pickedOrBest(answer, draft.picked);
  return {
    ...known,
    answer,
    chosen,
    reasons: chosen ? matchReasons(chosen, stack, draft.stitchLengthMm, threadDiameterMm.standing) : [],
    nextBest: chosen ? nextBest(answer.ranked, chosen) : [],
    otherSchools: answer.ranked[0] ? otherSchools(question, answer.ranked[0]) : [],
  };
}

const NO_ANSWER = { answer: null, chosen: null, reasons: [], nextBest: [], otherSchools: [] } as const;

/** Whether a ranked needle is the chosen one. */
export function isChoice(candidate: NeedleCandidate, choice: NeedleChoice | null): boolean {
  return (
    choice !== null &&
    candidate.system.id === choice.systemId &&
    candidate.size.nm === choice.nm &&
    candidate.point.id === choice.pointId
  );
}

export function choiceOf({ system, size, point }: NeedleCandidate): NeedleChoice {
  return { systemId: system.id, nm: size.nm, pointId: point.id };
}

function pickedOrBest({ ranked }: NeedleAnswer, picked: NeedleChoice | null): NeedleCandidate | null {
  return ranked.find((candidate) => isChoice(candidate, picked)) ?? ranked[0] ?? null;
}

/** The best needle of another size, of another point, and of the other point family: three different ways out. */
function nextBest(ranked: readonly NeedleCandidate[], chosen: NeedleCandidate): readonly NeedleCandidate[] {
  const ways: readonly ((candidate: NeedleCandidate) => boolean)[] = [
    (c) => c.size !== chosen.size && c.point === chosen.point,
    (c) => c.point !== chosen.point && c.point.family === chosen.point.family,
    (c) => c.point.family !== chosen.point.family,
  ];
  return ways.map((way) => ranked.find(way)).filter((candidate) => candidate !== undefined);
}

function otherSchools(question: NeedleQuestion, own: NeedleCandidate): readonly OtherSchool[] {
  const { schools, stack } = question;
  const sizes = SIZE_SCHOOLS.filter((size) => size !== schools.size).map((size) => ({ ...schools, size }));
  const points = LEATHER_POINT_SCHOOLS.filter(
    (point) => stack.leatherShare > 0 && point !== schools.leatherPoint,
  );
  const others = [...sizes, ...points.map((leatherPoint) => ({ ...schools, leatherPoint }))];
  return others.flatMap((other) => {
    const pick = rankNeedles({ ...question, schools: other }).ranked[0];
    if (!pick) return [];
    const school =
      other.size === schools.size ? `${other.leatherPoint} point on leather` : `${other.size} eye`;
    return [{ school, pick, same: isChoice(pick, choiceOf(own)) }];
  });
}
