import { readThreadSize, type ThreadSizeReading } from '../thread/index.js';

/** One side of a comparison: the text and every way to read it as a thread. */
export interface ComparedLabel {
  readonly text: string;
  readonly readings: readonly ThreadSizeReading[];
}

/** How two labels compare when every reading of one is set against every reading of the other. */
export type ComparedOrder = 'thicker' | 'thinner' | 'same' | 'depends';

export interface LabelComparison {
  readonly labels: readonly ComparedLabel[];
  /** How the first compares with the second; `depends` when it hangs on the system they are in. */
  readonly order: ComparedOrder;
  /** A lower ticket is a thicker thread: a ticket among the readings turns the numbers round. */
  readonly tickets: boolean;
}

const LONGEST_QUESTION = 120;
const WORDS_BEFORE = /^(?:is|are|which is(?: the)?(?: \w+)?[,:]?) +/;
const BETWEEN =
  / +(?:vs\.?|versus|or|and|against|(?:is )?(?:\w+er|the same|as \w+ as)(?: +than| +as)?) +|[<>=,;]| than /;

/**
 * Reads a question such as "is 107 bigger than 135?" or "V138 or ticket 20": both sides with all their readings, since
 * a number of one system must not be set against a number of another. Null when it is no comparison. Never throws.
 */
export function compareLabels(text: string): LabelComparison | null {
  if (text.length > LONGEST_QUESTION) return null;
  const question = text.trim().toLowerCase().replace(/\?+$/, '').replace(/\s+/g, ' ').trim();
  const parts = question
    .replace(WORDS_BEFORE, '')
    .split(BETWEEN)
    .map((part) => part.trim())
    .filter((part) => part !== '');
  if (parts.length < 2 || parts.length > 4) return null;
  const labels = parts.map((part) => ({ text: part, readings: readingsOf(part) }));
  if (labels.some(({ readings }) => readings.length === 0)) return null;
  const tickets = labels.some(({ readings }) => readings.some(({ system }) => system === 'metric-ticket'));
  return { labels, order: orderOf(labels[0]!, labels[1]!), tickets };
}

/** Readings of one side. A bare number may be a Tex of its own even when no thread is sold at it. */
function readingsOf(label: string): readonly ThreadSizeReading[] {
  const readings = readThreadSize(label);
  const bare = /^\d{2,3}$/.test(label) ? readThreadSize(`tex ${label}`) : [];
  const missing = bare.filter(({ system }) => !readings.some((one) => one.system === system));
  return [...readings, ...missing];
}

function orderOf(a: ComparedLabel, b: ComparedLabel): ComparedOrder {
  const signs = new Set(
    a.readings.flatMap((one) =>
      b.readings.map((other) => Math.sign(Math.round(one.tex) - Math.round(other.tex))),
    ),
  );
  if (signs.size > 1) return 'depends';
  const [sign] = signs;
  return sign === 1 ? 'thicker' : sign === -1 ? 'thinner' : 'same';
}
