import {
  HOUSEHOLD_LETTERS,
  NEEDLE_SIZES,
  NEEDLE_SYSTEMS,
  needleSystem,
  pointOfLetters,
  pointStyle,
  type NeedleSize,
  type NeedleSystem,
  type PointStyle,
} from '../needle/index.js';

/** The parts of a needle named by its label; null for those it does not name. */
export interface NeedleParts {
  readonly system: NeedleSystem | null;
  readonly sizes: readonly NeedleSize[];
  readonly point: PointStyle | null;
  /** What the letter of a household pack says, such as `jeans`; null elsewhere. */
  readonly household: string | null;
}

/** The result of reading a needle's label. */
export type NeedleParse =
  | { readonly outcome: 'read'; readonly parts: NeedleParts }
  /** A pair or size that is not made, with the nearest that are. */
  | { readonly outcome: 'no-such-size'; readonly near: readonly NeedleSize[] }
  | { readonly outcome: 'unknown' };

const UNKNOWN: NeedleParse = { outcome: 'unknown' };
/** Half of the possible error of a caliper and a hand, in mm. Assumption. */
const CALIPER_MM = 0.02;
const MM_PER_INCH = 25.4;
/** What could be a misread needle size. */
const [SMALLEST_NM, LARGEST_NM] = [55, 270];

/**
 * Reads a needle's label: system, size and point in any order, letters attached to numbers or not. Every part must be
 * understood, or nothing is. Never throws; linear in the text.
 *
 * @example parseNeedleLabel('135x16tri 23') // 135x16, NM 160/23, triangular
 */
export function parseNeedleLabel(label: string): NeedleParse {
  const named = takeSystem(label);
  const flatPack = named?.system.shank === 'flat';
  const found: Found = { sizes: null, point: null, household: null };
  let rest = (named?.rest ?? label).trim();
  while (rest !== '') {
    const part = PARTS.find(({ pattern }) => pattern.test(rest));
    const match = part?.pattern.exec(rest);
    if (!part || !match) return UNKNOWN;
    const problem = part.take(match, found, named !== null, flatPack);
    if (problem) return problem;
    rest = rest.slice(match[0].length).replace(/^[\s,;:()-]+/, '');
  }
  const { sizes, point, household } = found;
  if (!named && !sizes && !point) return UNKNOWN;
  const longEyed = household === 'long eye' ? needleSystem(`${named!.system.id}-N`) : undefined;
  const system = longEyed ?? named?.system ?? null;
  return {
    outcome: 'read',
    parts: { system, sizes: sizes ?? [], point, household: longEyed ? null : household },
  };
}

interface Found {
  sizes: readonly NeedleSize[] | null;
  point: PointStyle | null;
  household: string | null;
}

interface Part {
  readonly pattern: RegExp;
  /** Records what the part says; returns why the whole is impossible, or null. */
  readonly take: (
    match: RegExpExecArray,
    found: Found,
    hasSystem: boolean,
    flatPack: boolean,
  ) => NeedleParse | null;
}

/** Tried in order at the front of what is left. */
const PARTS: readonly Part[] = [
  {
    pattern: /^(\d{0,2}[.,]?\d{1,4}) ?(mm|inch|in|")(?![a-z])/,
    take: ([, number, unit], found) => {
      const given = Number(number!.replace(',', '.'));
      return note(found, caliperSizes(unit === 'mm' ? given : given * MM_PER_INCH, number!, unit === 'mm'));
    },
  },
  {
    pattern: /^(?:nm|size|#|no\.?|nr\.?)? ?(\d{1,3}) ?[/-] ?(\d{1,3})(?!\d)(?: ?nm)?/,
    take: ([, first, second], found) => note(found, pairOf(Number(first), Number(second))),
  },
  {
    pattern: /^nm ?-? ?(\d{1,3})(?![\dx])/,
    take: ([, number], found) => note(found, metricSize(Number(number))),
  },
  {
    pattern: /^(?:size|#|no\.?|nr\.?) ?-? ?(\d{1,3})(?![\dx])/,
    take: ([, number], found) => note(found, sizesOf(Number(number))),
  },
  {
    pattern: /^(\d{1,3})(?![\dx])(?: ?nm)?/,
    take: ([, number], found) => note(found, sizesOf(Number(number))),
  },
  {
    pattern: /^(?:needles?|points?|pt|pack|of|pcs|chromed?|cr|titanium|tin|coated|system|sys)\b\.?/,
    take: () => null,
  },
  {
    pattern: /^[a-z]+/,
    take: ([letters], found, hasSystem, flatPack) => takeLetters(letters, found, hasSystem, flatPack),
  },
];

/** Records a size, or says which are made. Two sizes must be two names of one. */
function note(found: Found, { sizes, near }: SizeReading): NeedleParse | null {
  if (sizes.length === 0) return near.length === 0 ? UNKNOWN : { outcome: 'no-such-size', near };
  const before = found.sizes;
  const both = before ? sizes.filter((size) => before.includes(size)) : sizes;
  if (both.length === 0) return { outcome: 'no-such-size', near: [...before!, ...sizes] };
  found.sizes = both;
  return null;
}

/** Point letters; a single one only beside a system or a size, where it cannot be anything else. */
function takeLetters(
  letters: string,
  found: Found,
  hasSystem: boolean,
  flatPack: boolean,
): NeedleParse | null {
  if (found.point !== null || found.household !== null) return UNKNOWN;
  const household = flatPack ? HOUSEHOLD_LETTERS[letters] : undefined;
  if (household) {
    found.household = household.says;
    found.point = household.pointId === null ? null : pointStyle(household.pointId)!;
    return null;
  }
  const point = pointOfLetters(letters);
  if (!point || (letters.length === 1 && !hasSystem && found.sizes === null)) return UNKNOWN;
  found.point = point;
  return null;
}

interface SizeReading {
  readonly sizes: readonly NeedleSize[];
  /** Sizes to suggest where this is none. */
  readonly near: readonly NeedleSize[];
}

/** A size by either of its numbers. */
function sizesOf(number: number): SizeReading {
  const sizes = NEEDLE_SIZES.filter(({ nm, number: other }) => nm === number || other === number);
  return { sizes, near: sizes.length > 0 ? [] : neighbours(number) };
}

/** A size by its NM alone. */
function metricSize(nm: number): SizeReading {
  const sizes = NEEDLE_SIZES.filter((size) => size.nm === nm);
  return { sizes, near: sizes.length > 0 ? [] : neighbours(nm) };
}

/** Both numbers of a size, in either order. */
function pairOf(first: number, second: number): SizeReading {
  const sizes = sizesOf(first).sizes.filter(({ nm, number }) => nm === second || number === second);
  if (sizes.length > 0) return { sizes, near: [] };
  const near = [...sizesOf(first).sizes, ...sizesOf(second).sizes];
  return { sizes, near: [...new Set(near)].sort((a, b) => a.nm - b.nm) };
}

/** Sizes that a caliper reading may be: all within its last digit or its error, nearest first. */
function caliperSizes(mm: number, written: string, metric: boolean): SizeReading {
  // A caliper reads tenths at least, whatever was written down.
  const decimals = Math.max(1, /[.,](\d+)/.exec(written)?.[1]?.length ?? 0);
  const digit = 0.5 * 10 ** -decimals * (metric ? 1 : MM_PER_INCH);
  const reach = Math.max(CALIPER_MM, digit) - 1e-9;
  const off = ({ nm }: NeedleSize): number => Math.abs(nm / 100 - mm);
  const sizes = NEEDLE_SIZES.filter((size) => off(size) < reach).sort((a, b) => off(a) - off(b));
  return { sizes, near: sizes.length > 0 ? [] : neighbours(mm * 100) };
}

/** The sizes on both sides of an NM; none if it is not a needle size at all. */
function neighbours(nm: number): readonly NeedleSize[] {
  if (nm < SMALLEST_NM || nm > LARGEST_NM) return [];
  const above = NEEDLE_SIZES.findIndex((size) => size.nm >= nm);
  if (above < 0) return [NEEDLE_SIZES.at(-1)!];
  return above === 0 ? [NEEDLE_SIZES[0]!] : [NEEDLE_SIZES[above - 1]!, NEEDLE_SIZES[above]!];
}

/** Designations as they may be written, longest first: spaces and separators between the parts are optional. */
const DESIGNATIONS = NEEDLE_SYSTEMS.flatMap((system) =>
  [system.id, ...system.equivalents].map((name) => ({ system, name: name.toLowerCase() })),
)
  .sort((a, b) => b.name.length - a.name.length)
  .map(({ system, name }) => ({ system, pattern: designationPattern(name) }));

function designationPattern(name: string): RegExp {
  const parts = name.match(/\d+|[a-z]+|[/-]/g) ?? [];
  const written = parts.map((part) => (part === '/' || part === '-' ? `\\${part}` : part)).join(' ?');
  // A bare number is a designation only if it is not part of a pair.
  const after = /^\d+$/.test(name) ? '(?![\\d/.x])' : '(?!\\d)';
  return new RegExp(`(?<![\\da-z./-])${written}${after}`);
}

/** The longest designation anywhere in the label, and the rest of the label. */
function takeSystem(label: string): { readonly system: NeedleSystem; readonly rest: string } | null {
  for (const { system, pattern } of DESIGNATIONS) {
    const match = pattern.exec(label);
    if (!match) continue;
    const before = label.slice(0, match.index);
    const after = label.slice(match.index + match[0].length);
    return { system, rest: `${before} ${after}`.replace(/^[\s,;:()-]+|[\s,;:()-]+$/g, '') };
  }
  return null;
}
