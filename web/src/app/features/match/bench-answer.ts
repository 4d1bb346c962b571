import {
  bestNeedle,
  changeover,
  isSpun,
  matchReasons,
  nameOfNeedle,
  nearestAlternatives,
  rankMachines,
  rankNeedles,
  rankThreads,
  readThreadSize,
  sameNeedle,
  shopMachineOf,
  SIZE_SCHOOLS,
  stackOf,
  threadOnBench,
  topFor,
  withSystem,
  type Alternative,
  type Changeover,
  type MachineRanking,
  type MatchReason,
  type NeedleAnswer,
  type NeedleCandidate,
  plateRemedy,
  type NeedleQuestion,
  type PlateRemedy,
  type Schools,
  type Sourced,
  type Stack,
  type ThreadOnBench,
  type ThreadRanking,
  type ThreadSizeReading,
} from '@gantelet/core';
import { COATED_POINT_SCHOOLS, LEATHER_POINT_SCHOOLS, type Machine } from '@gantelet/contracts';
import { COATED_POINT_WORDS, SCHOOL_WORDS } from '../../shared/words/match-words';
import type { BenchShop } from './bench-shop';
import type { BenchDraft } from './bench-draft';
import { needleInHand, type NeedleInHand } from './needle-in-hand';
import { threadUse, type ThreadUseAnswer } from './thread-use';

/** What another school would put on the machine. */
export interface OtherSchool {
  readonly school: string;
  readonly pick: NeedleCandidate;
  readonly same: boolean;
}

/** Which answer the Bench gives depends on what is still open. */
export type BenchAsk = 'open' | 'needle' | 'thread' | 'machine' | 'takes';

/** Everything the Bench shows for one draft. Parts are null until there is enough on the bench. */
export interface BenchAnswer {
  readonly ask: BenchAsk;
  readonly readings: readonly ThreadSizeReading[];
  /** The reading used; null when the label has none, or several and none was chosen. */
  readonly reading: ThreadSizeReading | null;
  readonly stack: Stack | null;
  readonly thread: (ThreadOnBench & { readonly diameter: Sourced<number> }) | null;
  readonly schools: Schools | null;
  readonly inHand: NeedleInHand | null;
  /** Stack and thread on a machine: the needles. */
  readonly question: NeedleQuestion | null;
  readonly answer: NeedleAnswer | null;
  readonly chosen: NeedleCandidate | null;
  readonly reasons: readonly MatchReason[];
  readonly alternatives: readonly Alternative[];
  readonly otherSchools: readonly OtherSchool[];
  /** What to do about a hole that pulls the work in; null when nothing. */
  readonly remedy: PlateRemedy | null;
  readonly changeover: Changeover | null;
  /** Stack on a machine without a thread: threads and needles. */
  readonly threads: ThreadRanking | null;
  /** Stack and thread without a machine: the shop's machines. */
  readonly machines: MachineRanking | null;
  readonly use: ThreadUseAnswer | null;
}

/** Works out the answer for a draft on a machine. Pure: the store calls it again only when one of them changed. */
export function benchAnswer(draft: BenchDraft, machine: Machine | null, shop: BenchShop): BenchAnswer {
  const { values } = shop;
  const readings = readThreadSize(draft.threadText, { spun: isSpun(draft.constructionId) });
  const reading = readings.length === 1 ? readings[0]! : (readings[draft.readingIndex ?? -1] ?? null);
  const stack = draft.layers.length > 0 ? stackOf(draft.layers) : null;
  const thread = reading && threadOnBench(draft.constructionId, reading.tex, values);
  const choice = draft.schools ?? shop.schools;
  const schools = stack && choice;
  const { look, stitchLengthMm } = draft;
  const work = stack && schools && { stack, schools, stitchLengthMm, look, values };
  const onMachine = machine && { ...machine, plateHoleMm: draft.plateHoleMm ?? machine.plateHoleMm };
  const question = work && thread && onMachine ? { ...work, thread, machine: onMachine } : null;
  const inHand = needleInHand(draft.needleText, onMachine, question, values);
  const known = {
    ...NOTHING,
    ask: askOf(inHand, { stack, thread, machine, threadText: draft.threadText }),
    readings,
    reading,
    stack,
    thread,
    schools,
    inHand,
    question,
  };
  const use =
    stack && thread && threadUse(stack, thread, draft.stitchLengthMm, machine ?? null, draft.job, values);
  switch (known.ask) {
    case 'thread':
      return { ...known, threads: rankThreads({ ...work!, machine: onMachine!, use: draft.use }) };
    case 'machine':
      return { ...known, use, machines: machinesFor({ ...work!, thread: thread! }, draft, shop) };
    case 'needle':
      return { ...known, use, ...needleAnswer(question!, machine!, inHand, draft, shop) };
    default:
      return known;
  }
}

const NOTHING = {
  answer: null,
  chosen: null,
  reasons: [],
  alternatives: [],
  otherSchools: [],
  remedy: null,
  changeover: null,
  threads: null,
  machines: null,
  use: null,
} as const;

function askOf(
  inHand: NeedleInHand | null,
  {
    stack,
    thread,
    machine,
    threadText,
  }: Pick<BenchAnswer, 'stack' | 'thread'> & {
    readonly machine: Machine | null;
    readonly threadText: string;
  },
): BenchAsk {
  if (stack && thread) return machine ? 'needle' : 'machine';
  if (inHand?.reading?.size && threadText.trim() === '') return 'takes';
  return stack && machine && threadText.trim() === '' ? 'thread' : 'open';
}

function needleAnswer(
  question: NeedleQuestion,
  machine: Machine,
  inHand: NeedleInHand | null,
  draft: BenchDraft,
  shop: BenchShop,
): Partial<BenchAnswer> {
  const answer = rankNeedles(inHand?.name ? withSystem(question, inHand.name.systemId) : question);
  const chosen = chosenOf(answer, inHand, draft);
  const best = answer.ranked[0];
  return {
    answer,
    chosen,
    reasons: chosen ? reasonsFor(chosen, question) : [],
    alternatives: chosen ? nearestAlternatives(answer.ranked, chosen) : [],
    otherSchools: best ? otherSchools(question, best) : [],
    remedy: chosen && remedyFor(chosen, question, machine, shop),
    changeover: chosen && wayTo(chosen, question, machine, draft, shop),
  };
}

/** The needle in hand if it may be used, else the one picked, else the best. */
function chosenOf(
  { ranked }: NeedleAnswer,
  inHand: NeedleInHand | null,
  { picked }: BenchDraft,
): NeedleCandidate | null {
  if (inHand?.verdict?.verdict === 'refused') return null;
  const wanted = inHand?.name ?? picked;
  const found = wanted && ranked.find((candidate) => sameNeedle(nameOfNeedle(candidate), wanted));
  return found ?? ranked[0] ?? null;
}

function reasonsFor(chosen: NeedleCandidate, question: NeedleQuestion): readonly MatchReason[] {
  const { stack, stitchLengthMm, thread, values } = question;
  const { constructionId, tex } = thread;
  const { standing } = threadOnBench(constructionId, tex, values).diameter;
  return matchReasons(chosen, {
    stack,
    stitchLengthMm,
    thread,
    threadStanding: standing,
    values: values!,
  });
}

/** Where work goes that the hole would pull in. */
function remedyFor(
  chosen: NeedleCandidate,
  question: NeedleQuestion,
  machine: Machine,
  shop: BenchShop,
): PlateRemedy | null {
  const machines = shop.machines.map((one) => shopMachineOf(one, shop));
  return plateRemedy(question, chosen, machine.id, machines);
}

/** The way from the machine's present set-up to the chosen needle and this work. */
function wayTo(
  chosen: NeedleCandidate,
  { stack, thread, stitchLengthMm, machine: { plateHoleMm } }: NeedleQuestion,
  machine: Machine,
  draft: BenchDraft,
  shop: BenchShop,
): Changeover {
  const own = shopMachineOf(machine, shop);
  const to = {
    needle: nameOfNeedle(chosen),
    plateHoleMm,
    thread,
    stackMm: stack.thicknessMm,
    stitchLengthMm,
    top: topFor(machine, stack, thread, draft.saved?.id ?? null, shop),
    hand: (draft.saved && shop.hands.get(draft.saved.id)) ?? null,
  };
  return changeover(own.present, to, own, shop.values);
}

function machinesFor(
  job: Omit<NeedleQuestion, 'machine'>,
  draft: BenchDraft,
  shop: BenchShop,
): MachineRanking {
  const machines = shop.machines.map((machine) => shopMachineOf(machine, shop));
  return rankMachines(machines, job, (machineId) => {
    const machine = shop.machines.find(({ id }) => id === machineId)!;
    return topFor(machine, job.stack, job.thread, draft.saved?.id ?? null, shop);
  });
}

function otherSchools(question: NeedleQuestion, own: NeedleCandidate): readonly OtherSchool[] {
  const { schools, stack } = question;
  const sizes = SIZE_SCHOOLS.filter((size) => size !== schools.size).map((size) => ({ ...schools, size }));
  const points = LEATHER_POINT_SCHOOLS.filter(
    (point) => stack.leatherShare > 0 && point !== schools.leatherPoint,
  );
  const coated = COATED_POINT_SCHOOLS.filter(
    (point) =>
      point !== schools.coatedPoint && stack.layers.some(({ material }) => material.kind === 'coated'),
  );
  const others = [
    ...sizes,
    ...points.map((leatherPoint) => ({ ...schools, leatherPoint })),
    ...coated.map((coatedPoint) => ({ ...schools, coatedPoint })),
  ];
  return others.flatMap((other) => {
    const pick = bestNeedle({ ...question, schools: other });
    if (!pick) return [];
    const school = otherSchoolText(other, schools);
    return [{ school, pick, same: sameNeedle(nameOfNeedle(pick), nameOfNeedle(own)) }];
  });
}

/** What another school does differently. */
function otherSchoolText(other: Schools, own: Schools): string {
  if (other.size !== own.size) return SCHOOL_WORDS[other.size];
  if (other.coatedPoint !== own.coatedPoint) return `${COATED_POINT_WORDS[other.coatedPoint]} in sheeting`;
  return `${other.leatherPoint} point in leather`;
}
