import type { Trouble } from '../floor/index.js';
import {
  eyeFit,
  needleHoles,
  plateFit,
  threadOnBench,
  type FitBand,
  type MachineOnBench,
} from '../match/index.js';
import { stackOf, type Layer } from '../material/index.js';
import type { Values } from '../reference/index.js';
import type { KnownEvidence } from './fault-belief.js';
import { evidenceById } from './evidence.js';

/** What is known about a machine without asking anybody. */
export interface MachineFacts {
  readonly feed: 'drop' | 'walking-foot' | 'needle' | 'compound';
  /** Running hours on the needle; null without one. */
  readonly needleHours: number | null;
  /** Minutes since the needle went in; null without one. */
  readonly needleMinutes: number | null;
  /** A needle came out by accident since the machine last sewed for long. */
  readonly struck: boolean;
}

/** What the shop's logs say about a machine; null where they say nothing. */
export interface LoggedFacts {
  /** Cleaning or oil is overdue. */
  readonly serviceDue: boolean | null;
  /** A changeover within the last hours. */
  readonly changedOver: boolean | null;
  /** The previous set-up used another thread. */
  readonly newThread: boolean | null;
  /** No needle of the present lot has run here before. */
  readonly newLot: boolean | null;
  /** Test seams within the last hours were sewn at more than one setting. */
  readonly knobTurned: boolean | null;
  /** Another machine with a needle of the same lot was reported within the last days. */
  readonly othersToo: boolean | null;
}

/** What a machine sews: its needle, thread and stack. */
export interface WorkOnMachine {
  readonly machine: MachineOnBench;
  readonly nm: number;
  readonly thread: { readonly constructionId: string; readonly tex: number };
  readonly layers: readonly Layer[];
}

/** A needle installed within this many minutes counts as just changed. */
const JUST_MINUTES = 45;
/** Upper ends of the first, second and third option for the hours on a needle. */
const HOURS: readonly number[] = [2, 8, 16];

/** Evidence that follows from a machine's records. */
export function evidenceOf({ feed, needleHours, needleMinutes, struck }: MachineFacts): KnownEvidence {
  const feeds = evidenceById('feed')!.options;
  const known = feeds.indexOf(feed);
  return {
    feed: known < 0 ? feeds.indexOf('other') : known,
    ...(needleHours === null ? {} : { hours: HOURS.filter((end) => needleHours >= end).length }),
    ...(needleMinutes === null ? {} : { needleJust: needleMinutes < JUST_MINUTES ? 1 : 0 }),
    strike: struck ? 1 : 0,
  };
}

/** The question that each of the logged facts answers. */
const QUESTION_OF: Readonly<Record<keyof LoggedFacts, string>> = {
  serviceDue: 'serviceDue',
  changedOver: 'changeover',
  newThread: 'newThread',
  newLot: 'newNeedles',
  knobTurned: 'knob',
  othersToo: 'others',
};

/** Evidence that follows from the shop's logs. */
export function evidenceOfLogs(facts: LoggedFacts): KnownEvidence {
  const known = (Object.keys(QUESTION_OF) as (keyof LoggedFacts)[]).flatMap((fact) => {
    const said = facts[fact];
    return said === null ? [] : [[QUESTION_OF[fact], said ? 1 : 0] as const];
  });
  return Object.fromEntries(known);
}

/** The option for each band: loose, good, snug, too thick. */
const FIT_OPTION: Readonly<Record<FitBand, number>> = {
  ...{ 'too-loose': 0, free: 0, 'well-matched': 1 },
  ...{ snug: 2, stressed: 3, 'will-not-pass': 3 },
};

/** Evidence that follows from the work: how the thread fits the needle, and the hole the stack. */
export function evidenceOfWork(
  { machine, nm, thread, layers }: WorkOnMachine,
  values: Values,
): KnownEvidence {
  const { diameterMm } = threadOnBench(thread.constructionId, thread.tex, values);
  const { verdict } = plateFit(needleHoles(machine), nm, stackOf(layers), values);
  return {
    fit: FIT_OPTION[eyeFit(diameterMm, nm, values).band],
    gapHole: verdict === 'swallows-thin-work' ? 1 : 0,
  };
}

const SYMPTOM_OF: Readonly<Record<Trouble, string>> = {
  clunk: 'clunk',
  'skipped-stitches': 'skips',
  shredding: 'shreds',
  'pin-strike': 'clunk',
  'broken-needle': 'ndlBreaks',
};

/** The symptom to start with for a report from the floor. */
export const symptomOfTrouble = (trouble: Trouble): string => SYMPTOM_OF[trouble];
