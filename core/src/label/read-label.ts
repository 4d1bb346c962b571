import {
  NEEDLE_SIZES,
  needleSystem,
  pointOfLetters,
  readNeedleSize,
  twinSystem,
  type NeedleSize,
  type NeedleSystem,
  type PointStyle,
} from '../needle/index.js';
import { readThreadSize, type ThreadSizeReading } from '../thread/index.js';

/** What stands on a needle pack: any of system, size and point. */
export interface NeedleReading {
  readonly system: NeedleSystem | null;
  readonly size: NeedleSize | null;
  readonly point: PointStyle | null;
  /** What does not go together on this label; empty when all does. */
  readonly doubts: readonly NeedleDoubt[];
}

/** Something on a needle's label that cannot be as it stands. */
export type NeedleDoubt =
  | { readonly code: 'size-not-made'; readonly from: number; readonly to: number }
  | { readonly code: 'point-not-made'; readonly twin: NeedleSystem | null };

/** One way to read a label. */
export type LabelReading =
  | { readonly kind: 'thread'; readonly thread: ThreadSizeReading }
  | { readonly kind: 'needle'; readonly needle: NeedleReading };

/** Every way to read a label. Several readings: the label alone does not say, ask. */
export type LabelAnswer =
  | { readonly outcome: 'read'; readonly readings: readonly LabelReading[] }
  | { readonly outcome: 'no-such-pair'; readonly near: readonly NeedleSize[] }
  | { readonly outcome: 'unknown' };

const LONGEST_LABEL = 60;

/**
 * Reads what people find on packs, spools and shanks: thread sizes in any system, needle sizes under both numbers,
 * needle systems under any designation, point letters, and whole needles such as `135x17 140/22 LR`. Never throws.
 *
 * @example readLabel('70/12') // no such pair; near are 70/10 and 80/12
 */
export function readLabel(text: string): LabelAnswer {
  if (text.length > LONGEST_LABEL) return { outcome: 'unknown' };
  const label = text.trim().replace(/×/g, 'x').replace(/\s+/g, ' ');
  if (label === '') return { outcome: 'unknown' };
  const thread = mustBeNeedle(label) ? [] : readThreadSize(label);
  const needle = readNeedle(label);
  if (needle === 'no-such-pair' && thread.length === 0) return noSuchPair(label);
  const readings: readonly LabelReading[] = [
    ...thread.map((one): LabelReading => ({ kind: 'thread', thread: one })),
    ...(needle === null || needle === 'no-such-pair' ? [] : [{ kind: 'needle', needle } as const]),
  ];
  return readings.length > 0 ? { outcome: 'read', readings } : { outcome: 'unknown' };
}

/** NM in capitals before a size that is made is a needle; Nm is a count of thread. */
function mustBeNeedle(label: string): boolean {
  const match = /^NM ?(\d{2,3})$/.exec(label);
  return match !== null && NEEDLE_SIZES.some(({ nm }) => nm === Number(match[1]));
}

function noSuchPair(label: string): LabelAnswer {
  const pair = /\d{1,3} ?\/ ?\d{1,3}/.exec(label)?.[0] ?? '';
  const reading = readNeedleSize(pair);
  return { outcome: 'no-such-pair', near: reading.ok ? [] : reading.near };
}

/** Takes a system, then a size, then point letters, each only where it stands; null when something is left over. */
function readNeedle(label: string): NeedleReading | 'no-such-pair' | null {
  const named = takeSystem(label);
  const system = named?.system ?? null;
  let rest = named?.rest ?? label;
  const point = takePoint(rest);
  if (point) rest = point.rest;
  const reading = rest === '' ? null : readNeedleSize(rest);
  if (reading && !reading.ok) return reading.reason === 'no-such-pair' ? 'no-such-pair' : null;
  const size = reading?.size ?? null;
  if (system === null && size === null) return null;
  return {
    system,
    size,
    point: point?.point ?? null,
    doubts: doubtsOf(system, size, point?.point ?? null),
  };
}

/** The longest designation the label begins with, followed by its end or a space. */
function takeSystem(label: string): { readonly system: NeedleSystem; readonly rest: string } | null {
  const words = label.split(' ');
  for (let taken = Math.min(3, words.length); taken >= 1; taken--) {
    const system = needleSystem(words.slice(0, taken).join(''));
    if (system) return { system, rest: words.slice(taken).join(' ') };
  }
  return null;
}

/** Point letters at the end of a label. */
function takePoint(label: string): { readonly point: PointStyle; readonly rest: string } | null {
  const words = label.split(' ');
  const point = pointOfLetters(words.at(-1) ?? '');
  return point ? { point, rest: words.slice(0, -1).join(' ') } : null;
}

function doubtsOf(
  system: NeedleSystem | null,
  size: NeedleSize | null,
  point: PointStyle | null,
): readonly NeedleDoubt[] {
  if (system === null) return [];
  const doubts: NeedleDoubt[] = [];
  const [from, to] = system.sizesNm.value;
  if (size && (size.nm < from || size.nm > to)) doubts.push({ code: 'size-not-made', from, to });
  if (point && !system.pointFamilies.includes(point.family)) {
    doubts.push({ code: 'point-not-made', twin: twinSystem(system, point.family) ?? null });
  }
  return doubts;
}
