import type { NeedleSize } from '../needle/index.js';
import { readThreadSize, type ThreadSizeReading } from '../thread/index.js';
import { readLabel } from './read-label.js';

/**
 * One side of a comparison: the text and every way to read it. Threads are compared with threads, needles with
 * needles.
 */
export interface ComparedLabel {
  readonly text: string;
  /** Readings as a thread; empty if needles are compared. */
  readonly readings: readonly ThreadSizeReading[];
  /** Readings as a needle size; empty if threads are compared. */
  readonly needles: readonly NeedleSize[];
}

/**
 * How the first compares with the second over all combinations of readings; `depends` when it depends on the system,
 * `different-things` when one is a thread and the other a needle.
 */
export type ComparedOrder = 'thicker' | 'thinner' | 'same' | 'depends' | 'different-things';

export interface LabelComparison {
  readonly of: 'threads' | 'needles' | 'both';
  readonly labels: readonly ComparedLabel[];
  readonly order: ComparedOrder;
  /** A lower ticket is a thicker thread: a ticket among the readings reverses the numbers. */
  readonly tickets: boolean;
}

const LONGEST_QUESTION = 120;
const WORDS_BEFORE = /^(?:is|are|which is(?: the)?(?: \w+)?[,:]?) +/;
const BETWEEN =
  / +(?:vs\.?|versus|or|and|against|(?:is )?(?:\w+er|the same|as \w+ as)(?: +than| +as)?) +|[<>=,;]| than /i;

/**
 * Reads a question such as "is 69 thicker than ticket 40?" or "NM 140 or NM 160": both sides with all their readings,
 * since a number of one system must not be compared with a number of another. Null when it is not a comparison. Never
 * throws.
 */
export function compareLabels(text: string): LabelComparison | null {
  if (text.length > LONGEST_QUESTION) return null;
  const question = text.trim().replace(/\?+$/, '').replace(/\s+/g, ' ').trim();
  const parts = question
    .replace(new RegExp(WORDS_BEFORE, 'i'), '')
    .split(BETWEEN)
    .map((part) => part.trim())
    .filter((part) => part !== '');
  if (parts.length < 2 || parts.length > 4) return null;
  const read = parts.map((part) => ({
    text: part.toLowerCase(),
    ...readingsOf(part),
  }));
  if (read.some(({ readings, needles }) => readings.length === 0 && needles.length === 0)) return null;
  const of = comparedAs(read);
  const labels = read.map((label) => ({
    ...label,
    readings: of === 'needles' ? [] : label.readings,
    needles: of === 'threads' ? [] : label.needles,
  }));
  const tickets = labels.some(({ readings }) => readings.some(({ system }) => system === 'metric-ticket'));
  return {
    of,
    labels,
    order: of === 'both' ? 'different-things' : orderOf(of, labels[0]!, labels[1]!),
    tickets,
  };
}

/** Threads if every side can be one, needles if every side can be one, else both kinds. */
function comparedAs(labels: readonly ComparedLabel[]): LabelComparison['of'] {
  if (labels.every(({ readings }) => readings.length > 0)) return 'threads';
  return labels.every(({ needles }) => needles.length > 0) ? 'needles' : 'both';
}

/** A side as a thread and as a needle. A bare number may be a Tex of its own even if no thread is sold at it. */
function readingsOf(label: string): Omit<ComparedLabel, 'text'> {
  const answer = readLabel(label);
  const read = answer.outcome === 'read' ? answer.readings : [];
  const threads = read.flatMap((one) => (one.kind === 'thread' ? [one.thread] : []));
  const bare = /^\d{2,3}$/.test(label) ? readThreadSize(`tex ${label}`) : [];
  const missing = bare.filter(({ system }) => !threads.some((one) => one.system === system));
  return {
    readings: [...threads, ...missing],
    needles: read.flatMap((one) => (one.kind === 'needle' && one.needle.size ? [one.needle.size] : [])),
  };
}

function orderOf(of: 'threads' | 'needles', a: ComparedLabel, b: ComparedLabel): ComparedOrder {
  const sizes = ({ readings, needles }: ComparedLabel): readonly number[] =>
    of === 'threads' ? readings.map(({ tex }) => Math.round(tex)) : needles.map(({ nm }) => nm);
  const signs = new Set(sizes(a).flatMap((one) => sizes(b).map((other) => Math.sign(one - other))));
  if (signs.size > 1) return 'depends';
  const [sign] = signs;
  return sign === 1 ? 'thicker' : sign === -1 ? 'thinner' : 'same';
}
