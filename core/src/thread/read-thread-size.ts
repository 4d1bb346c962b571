import { weakestStanding, type Standing } from '../standing/index.js';
import { denierToTex, dtexToTex, neToTex, nmCountToTex } from './linear-density.js';
import { BONDED_TRADE_SIZES, GOVERNMENT_LETTERS, TEX_TICKETS } from './size-tables.js';
import { soldTexOfTicket } from './sold-tex-of-ticket.js';

/** The systems a thread size is written in. */
export type ThreadSizeSystem =
  | 'tex'
  | 'dtex'
  | 'denier'
  | 'metric-count'
  | 'cotton-count'
  | 'metric-ticket'
  | 'trade-size'
  | 'government-letter';

/** One way to read what stands on a label. The text is kept in its own system; `tex` is what it is taken to be. */
export interface ThreadSizeReading {
  readonly system: ThreadSizeSystem;
  /** The reading written out, such as `ticket 20`. */
  readonly label: string;
  /** Tex it is sold as or works out to. */
  readonly tex: number;
  readonly standing: Standing;
}

const MAX_LABEL_LENGTH = 40;

/**
 * Every way to read a thread size. One reading: sure. Several: the label alone does not say, ask. None: not a
 * thread size known here. Never throws.
 *
 * @example readThreadSize('V138') // [{ system: 'trade-size', label: 'size 138', tex: 135, standing: 'fitted' }]
 * @example readThreadSize('30').map((r) => r.label) // ['Tex 30', 'ticket 30']
 */
export function readThreadSize(text: string): readonly ThreadSizeReading[] {
  if (text.length > MAX_LABEL_LENGTH) return [];
  const label = text.trim().toLowerCase().replace(/\s+/g, ' ');
  for (const { pattern, read } of PATTERNS) {
    const match = pattern.exec(label);
    if (match) return read(match[1] ?? '', match[2]);
  }
  return [];
}

interface LabelPattern {
  readonly pattern: RegExp;
  readonly read: (size: string, plies?: string) => readonly ThreadSizeReading[];
}

const NUMBER = '(\\d{1,5}(?:\\.\\d{1,3})?)';
const PLIES = '(?: ?/ ?(\\d{1,2}))?';

/** Tried in order; the first that matches answers. Anchored and without nested repeats, so linear in the text. */
const PATTERNS: readonly LabelPattern[] = [
  { pattern: new RegExp(`^(?:tex|t) ?-? ?${NUMBER}$`), read: (size) => asTex(Number(size)) },
  { pattern: new RegExp(`^${NUMBER} ?tex$`), read: (size) => asTex(Number(size)) },
  { pattern: new RegExp(`^dtex ?${NUMBER}$`), read: (size) => asDtex(Number(size)) },
  { pattern: new RegExp(`^${NUMBER} ?dtex$`), read: (size) => asDtex(Number(size)) },
  { pattern: new RegExp(`^${NUMBER} ?(?:den|denier|d)\\.?$`), read: (size) => asDenier(Number(size)) },
  {
    pattern: new RegExp(`^nm ?${NUMBER}${PLIES}$`),
    read: (size, plies) => asCount('metric-count', size, plies),
  },
  {
    pattern: new RegExp(`^ne ?${NUMBER}${PLIES}$`),
    read: (size, plies) => asCount('cotton-count', size, plies),
  },
  { pattern: new RegExp(`^(?:tkt|ticket|m)\\.? ?-? ?${NUMBER}$`), read: (size) => asTicket(Number(size)) },
  { pattern: new RegExp(`^(?:v|#|size|no\\.?) ?-? ?${NUMBER}$`), read: (size) => asTradeSize(Number(size)) },
  { pattern: /^(?:letter )?(e|f|ff)$/, read: (letter) => asLetter(letter) },
  { pattern: /^(?:letter |cord )([3-6])$/, read: (letter) => asLetter(letter) },
  { pattern: new RegExp(`^${NUMBER}$`), read: (size) => bareNumber(Number(size)) },
];

function asTex(tex: number): readonly ThreadSizeReading[] {
  return whenPositive(tex, { system: 'tex', label: `Tex ${tex}`, tex, standing: 'standard' });
}

function asDtex(dtex: number): readonly ThreadSizeReading[] {
  if (!(dtex > 0)) return [];
  return [{ system: 'dtex', label: `${dtex} dtex`, tex: dtexToTex(dtex), standing: 'standard' }];
}

function asDenier(denier: number): readonly ThreadSizeReading[] {
  if (!(denier > 0)) return [];
  return [{ system: 'denier', label: `${denier} denier`, tex: denierToTex(denier), standing: 'standard' }];
}

function asCount(
  system: 'metric-count' | 'cotton-count',
  size: string,
  plies = '1',
): readonly ThreadSizeReading[] {
  const count = Number(size);
  if (!(count > 0) || !(Number(plies) > 0)) return [];
  const toTex = system === 'metric-count' ? nmCountToTex : neToTex;
  const label = `${system === 'metric-count' ? 'Nm' : 'Ne'} ${size}${plies === '1' ? '' : `/${plies}`}`;
  return [{ system, label, tex: toTex(count, Number(plies)), standing: 'standard' }];
}

function asTicket(ticket: number): readonly ThreadSizeReading[] {
  if (!(ticket > 0)) return [];
  const standing = weakestStanding('practice', 'memory');
  return [{ system: 'metric-ticket', label: `ticket ${ticket}`, tex: soldTexOfTicket(ticket), standing }];
}

function asTradeSize(size: number): readonly ThreadSizeReading[] {
  const known = BONDED_TRADE_SIZES.find((row) => row.size === size);
  if (!known) return [];
  const { nominalTex: tex, standing } = known;
  return [{ system: 'trade-size', label: `size ${size}`, tex, standing }];
}

function asLetter(letter: string): readonly ThreadSizeReading[] {
  const tex = GOVERNMENT_LETTERS[letter.toUpperCase()];
  if (tex === undefined) return [];
  return [{ system: 'government-letter', label: `letter ${letter.toUpperCase()}`, tex, standing: 'memory' }];
}

/** A number alone may be a Tex, a trade size or a ticket: every one that is actually sold. */
function bareNumber(size: number): readonly ThreadSizeReading[] {
  const tex = TEX_TICKETS.includes(size) ? asTex(size) : [];
  const ticketRange = size >= 4 && size <= 120 ? asTicket(size) : [];
  return [...tex, ...asTradeSize(size), ...ticketRange];
}

function whenPositive(tex: number, reading: ThreadSizeReading): readonly ThreadSizeReading[] {
  return tex > 0 ? [reading] : [];
}
