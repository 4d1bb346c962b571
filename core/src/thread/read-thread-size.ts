import { weakestStanding, type Standing } from '../standing/index.js';
import { denierToTex, dtexToTex, neToTex, nmCountToTex } from './linear-density.js';
import { BONDED_TRADE_SIZES, GOVERNMENT_LETTERS, TEX_TICKETS } from './size-tables.js';
import { soldTexOfTicket } from './sold-tex-of-ticket.js';
import { plainThreadLabel } from './plain-thread-label.js';

/** The systems a thread size is written in. */
export type ThreadSizeSystem =
  | 'tex'
  | 'dtex'
  | 'denier'
  | 'metric-count'
  | 'cotton-count'
  | 'weight'
  | 'metric-ticket'
  | 'trade-size'
  | 'government-letter';

/** Why a reading cannot be relied on as it is. */
export type ThreadDoubt =
  | {
      /** A Tex that no thread is sold at: the nearest that is, and the trade size with this number. */
      readonly code: 'not-in-series';
      readonly nearestTex: number;
      readonly tradeSize: number | null;
    }
  | { readonly code: 'out-of-range'; readonly leastTex: number; readonly mostTex: number };

/** One way to read a label. The text stays in its own system; `tex` is what it is taken to be. */
export interface ThreadSizeReading {
  readonly system: ThreadSizeSystem;
  /** The reading written out, such as `ticket 20`. */
  readonly label: string;
  /** Tex it is sold as or works out to. */
  readonly tex: number;
  readonly standing: Standing;
  /** Null if the reading is as sure as its grade. */
  readonly doubt: ThreadDoubt | null;
}

/** What else is known about a spool. */
export interface SpoolHint {
  /** Spun thread is labelled by count, bonded thread by ticket: the likelier reading comes first. */
  readonly spun?: boolean;
}

/** The result of the names on a label. */
export type ThreadLabelAnswer =
  | { readonly outcome: 'read'; readonly readings: readonly ThreadSizeReading[] }
  /** Two names of different sizes: at most one is right. Each with its readings. */
  | { readonly outcome: 'names-disagree'; readonly names: readonly ThreadSizeReading[] }
  | { readonly outcome: 'unknown' };

const MAX_LABEL_LENGTH = 60;
/** Sewing thread is between these; anything else is doubted. Common practice. */
const LEAST_TEX = 5;
const MOST_TEX = 1500;

/**
 * Every way to read a thread size, most likely first. One reading without doubt: sure. Several: the label alone does
 * not say, ask. None: no thread size known here, or names that contradict each other. Never throws.
 *
 * @example readThreadSize('V138') // [{ system: 'trade-size', label: 'size 138', tex: 135, ... }]
 * @example readThreadSize('30').map((r) => r.label) // ['Tex 30', 'ticket 30']
 */
export function readThreadSize(text: string, hint: SpoolHint = {}): readonly ThreadSizeReading[] {
  const answer = readThreadLabel(text, hint);
  return answer.outcome === 'read' ? answer.readings : [];
}

/**
 * Reads a label that may carry several names of one size, such as `T-90 (V-92)`. The reading is what all names agree
 * on; names that agree on nothing are reported. Never throws.
 */
export function readThreadLabel(text: string, hint: SpoolHint = {}): ThreadLabelAnswer {
  if (text.length > MAX_LABEL_LENGTH) return { outcome: 'unknown' };
  const { label, spun } = plainThreadLabel(text);
  const order = { spun: hint.spun ?? spun };
  const whole = readName(label, order);
  if (whole.length > 0) return { outcome: 'read', readings: whole };
  const names = label.split(NAMES_APART).filter((name) => name !== '');
  if (names.length < 2 || names.length > 4 || !names.some((name) => /[a-z]/.test(name))) {
    return { outcome: 'unknown' };
  }
  const read = names.map((name) => readName(name, order));
  if (read.some((readings) => readings.length === 0)) return { outcome: 'unknown' };
  return agreed(read);
}

/** Between two names of one size. A slash between digits is a pair or a count, not two names. */
const NAMES_APART =
  / ?[()=;,+] ?| ?\/ ?(?=[a-z])|(?<=[a-z]) ?\/ ?| (?=(?:tex|t|v|size|tkt|ticket|m|nm) ?-? ?\d)| or /;

function agreed(read: readonly (readonly ThreadSizeReading[])[]): ThreadLabelAnswer {
  const [first, ...others] = read;
  const same = first!.filter((one) =>
    others.every((readings) => readings.some(({ tex }) => Math.round(tex) === Math.round(one.tex))),
  );
  const [agreedOn] = same;
  if (!agreedOn) return { outcome: 'names-disagree', names: read.map(([likeliest]) => likeliest!) };
  const label = read
    .map((readings) => readings.find(({ tex }) => Math.round(tex) === Math.round(agreedOn.tex))!.label)
    .join(', ');
  return { outcome: 'read', readings: [{ ...agreedOn, label }] };
}

interface LabelPattern {
  readonly pattern: RegExp;
  readonly read: (found: readonly (string | undefined)[], hint: SpoolHint) => readonly ThreadSizeReading[];
}

const NUMBER = '(\\d{1,6}(?:\\.\\d{1,3})?)';
const COUNT = '(\\d{1,3}(?:\\.\\d{1,2})?)';
/** Plies of a count or of filaments: after a slash or a times sign, or as a word. */
const PLIES = '(?: ?[/x*] ?(\\d{1,2})(?: ?ply)?| (\\d{1,2}) ?ply)';

/** Tried in order; the first that reads a size wins. Anchored and without nested repeats, so linear in the text. */
const PATTERNS: readonly LabelPattern[] = [
  row(`^(?:r ?)?(?:tex|t) ?-? ?${NUMBER}${PLIES}?$`, ([size, ...plies]) =>
    asTex(Number(size), pliesOf(plies)),
  ),
  row(`^(?:r ?)?${NUMBER} ?tex${PLIES}?$`, ([size, ...plies]) => asTex(Number(size), pliesOf(plies))),
  row(`^${NUMBER}${PLIES} ?tex$`, ([size, ...plies]) => asTex(Number(size), pliesOf(plies))),
  row(`^dtex ?-? ?${NUMBER}${PLIES}?$`, ([size, ...plies]) => asDtex(Number(size), pliesOf(plies))),
  row(`^${NUMBER} ?dtex${PLIES}?$`, ([size, ...plies]) => asDtex(Number(size), pliesOf(plies))),
  row(`^(?:den|denier) ?${NUMBER}${PLIES}?$`, ([size, ...plies]) => asDenier(Number(size), pliesOf(plies))),
  row(`^${NUMBER} ?(?:den|denier|d)\\.?${PLIES}?$`, ([size, ...plies]) =>
    asDenier(Number(size), pliesOf(plies)),
  ),
  row(`^${NUMBER}${PLIES} ?(?:den|denier|d)\\.?$`, ([size, ...plies]) =>
    asDenier(Number(size), pliesOf(plies)),
  ),
  row(`^nm ?-? ?${COUNT}${PLIES}$`, ([size, ...plies]) => asCount('metric-count', size!, pliesOf(plies))),
  row(`^${COUNT}${PLIES} ?nm$`, ([size, ...plies]) => asCount('metric-count', size!, pliesOf(plies))),
  row(`^(?:ne|nec|cc) ?-? ?${COUNT}${PLIES}?$`, ([size, ...plies]) =>
    asCount('cotton-count', size!, pliesOf(plies)),
  ),
  row(`^${COUNT}${PLIES}? ?(?:ne|nec|cc)$`, ([size, ...plies]) =>
    asCount('cotton-count', size!, pliesOf(plies)),
  ),
  row(`^(?:nm|m|metric) ?-? ?${COUNT}$`, ([size], hint) => ticketOrCount(size!, ['metric-count'], hint)),
  row(`^${COUNT} ?'?s$`, ([size], hint) => ticketOrCount(size!, ['cotton-count'], hint)),
  row(`^${COUNT} ?(?:wt|weight)\\.?$`, ([size]) => asWeight(size!)),
  row(`^(?:wt|weight)\\.? ?${COUNT}$`, ([size]) => asWeight(size!)),
  row(`^(?:tkt|ticket|tk)\\.? ?-? ?(?:no|nr|number|#)?\\.? ?${COUNT}$`, ([size]) => asTicket(Number(size))),
  row(`^${COUNT} ?(?:tkt|ticket)$`, ([size]) => asTicket(Number(size))),
  row(`^(?:v|b|z|bt|bn|bp|size) ?-? ?(?:no\\.? ?)?(\\d{1,3})$`, ([size]) => asTradeSize(Number(size))),
  row(`^(\\d{1,3}) ?size$`, ([size]) => asTradeSize(Number(size))),
  row(`^(?:no|nr|number|#)\\.? ?-? ?(\\d{1,3})$`, ([size], hint) => numbered(size!, hint)),
  { pattern: /^(?:letter |size )?(e|f|ff)$/, read: ([letter]) => asLetter(letter!) },
  { pattern: /^(?:letter |cord |size )([3-6])(?: cord)?$/, read: ([letter]) => asLetter(letter!) },
  row(`^(\\d{1,3}) ?/ ?([2-9])(?: ?ply)?$`, ([size, plies]) => asPlyCount(size!, Number(plies))),
  row(`^(\\d{1,3})$`, ([size], hint) => bareNumber(size!, hint)),
];

function row(pattern: string, read: LabelPattern['read']): LabelPattern {
  return { pattern: new RegExp(pattern), read };
}

function readName(label: string, hint: SpoolHint): readonly ThreadSizeReading[] {
  for (const { pattern, read } of PATTERNS) {
    const found = pattern.exec(label);
    const readings = found ? read(found.slice(1), hint) : [];
    if (readings.length > 0) return readings;
  }
  return [];
}

const pliesOf = (found: readonly (string | undefined)[]): number =>
  Number(found.find((one) => one !== undefined) ?? 1);
const timesPlies = (plies: number): string => (plies === 1 ? '' : ` x ${plies}`);

/** A reading, with any doubt about its size; none for an impossible size. */
function reading(
  system: ThreadSizeSystem,
  label: string,
  tex: number,
  standing: Standing,
  doubt: ThreadDoubt | null = null,
): readonly ThreadSizeReading[] {
  if (!(tex > 0) || !Number.isFinite(tex)) return [];
  const outside = tex < LEAST_TEX || tex > MOST_TEX;
  return [
    {
      system,
      label,
      tex,
      standing,
      doubt: outside ? { code: 'out-of-range', leastTex: LEAST_TEX, mostTex: MOST_TEX } : doubt,
    },
  ];
}

function asTex(tex: number, plies: number): readonly ThreadSizeReading[] {
  return reading('tex', `Tex ${tex}${timesPlies(plies)}`, tex * plies, 'standard', seriesDoubt(tex * plies));
}

/**
 * Doubt about a Tex that no thread is sold at: it may have been weighed, or be a trade size that somebody called Tex.
 */
function seriesDoubt(tex: number): ThreadDoubt | null {
  if (TEX_TICKETS.includes(tex)) return null;
  const nearestTex = TEX_TICKETS.reduce((best, one) =>
    Math.abs(one - tex) < Math.abs(best - tex) ? one : best,
  );
  const tradeSize = BONDED_TRADE_SIZES.find(({ size }) => size === tex)?.size ?? null;
  return { code: 'not-in-series', nearestTex, tradeSize };
}

const positive = (size: number, plies: number): boolean => size > 0 && plies > 0;

function asDtex(dtex: number, plies: number): readonly ThreadSizeReading[] {
  if (!positive(dtex, plies)) return [];
  return reading('dtex', `${dtex} dtex${timesPlies(plies)}`, dtexToTex(dtex) * plies, 'standard');
}

function asDenier(denier: number, plies: number): readonly ThreadSizeReading[] {
  if (!positive(denier, plies)) return [];
  return reading('denier', `${denier} denier${timesPlies(plies)}`, denierToTex(denier) * plies, 'standard');
}

function asCount(
  system: 'metric-count' | 'cotton-count',
  size: string,
  plies: number,
): readonly ThreadSizeReading[] {
  const count = Number(size);
  if (!positive(count, plies)) return [];
  const toTex = system === 'metric-count' ? nmCountToTex : neToTex;
  const label = `${system === 'metric-count' ? 'Nm' : 'Ne'} ${size}${plies === 1 ? '' : `/${plies}`}`;
  return reading(system, label, toTex(count, plies), 'standard');
}

/** A count with plies and no system: metric or English, and only the pack can say. */
function asPlyCount(size: string, plies: number): readonly ThreadSizeReading[] {
  return [...asCount('metric-count', size, plies), ...asCount('cotton-count', size, plies)];
}

/**
 * A small number with a sign that stands for the ticket as often as for the count: on bonded thread nearly always the
 * ticket, on spun thread the count. Common practice.
 */
function ticketOrCount(
  size: string,
  counts: readonly ('metric-count' | 'cotton-count')[],
  { spun = false }: SpoolHint,
): readonly ThreadSizeReading[] {
  const ticket = Number(size) >= 4 && Number(size) <= 180 ? asTicket(Number(size)) : [];
  const counted = counts.flatMap((system) => asCount(system, size, 1));
  return spun ? [...counted, ...ticket] : [...ticket, ...counted];
}

/** A weight number: some trades count it like Nm, some like Ne. Both, and never one for the other. */
function asWeight(size: string): readonly ThreadSizeReading[] {
  const weight = Number(size);
  if (!(weight > 0)) return [];
  return [
    ...reading('weight', `${size} wt, counted as Nm`, nmCountToTex(weight), 'practice'),
    ...reading('weight', `${size} wt, counted as Ne`, neToTex(weight), 'practice'),
  ];
}

function asTicket(ticket: number): readonly ThreadSizeReading[] {
  if (!(ticket > 0)) return [];
  const standing = weakestStanding('practice', 'memory');
  return reading('metric-ticket', `ticket ${ticket}`, soldTexOfTicket(ticket), standing);
}

function asTradeSize(size: number): readonly ThreadSizeReading[] {
  const known = BONDED_TRADE_SIZES.find((one) => one.size === size);
  return known ? reading('trade-size', `size ${size}`, known.nominalTex, known.standing) : [];
}

function asLetter(letter: string): readonly ThreadSizeReading[] {
  const tex = GOVERNMENT_LETTERS[letter.toUpperCase()];
  return tex === undefined
    ? []
    : reading('government-letter', `letter ${letter.toUpperCase()}`, tex, 'memory');
}

/** A number after such a word: a trade size if there is one, else a ticket or a count. */
function numbered(size: string, hint: SpoolHint): readonly ThreadSizeReading[] {
  const trade = asTradeSize(Number(size));
  return trade.length > 0 ? trade : ticketOrCount(size, ['metric-count'], hint);
}

/** A bare number may be a Tex, a trade size, an old letter or a ticket: every one that is actually sold. */
function bareNumber(size: string, { spun = false }: SpoolHint): readonly ThreadSizeReading[] {
  const number = Number(size);
  const tex = TEX_TICKETS.includes(number) ? asTex(number, 1) : [];
  const ticket = number >= 4 && number <= 120 ? asTicket(number) : number === 3 ? asTicket(3) : [];
  const likely = [...tex, ...asTradeSize(number), ...asLetter(size), ...ticket];
  return spun ? [...asCount('metric-count', size, 1), ...likely] : likely;
}
