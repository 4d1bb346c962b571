import {
  NEEDLE_SIZES,
  twinSystem,
  type NeedleSize,
  type NeedleSystem,
  type PointStyle,
} from '../needle/index.js';
import { readThreadLabel, type SpoolHint, type ThreadSizeReading } from '../thread/index.js';
import { parseNeedleLabel, type NeedleParts } from './needle-label.js';

/** What is on a needle pack: any of system, size and point. */
export interface NeedleReading {
  readonly system: NeedleSystem | null;
  readonly size: NeedleSize | null;
  readonly point: PointStyle | null;
  /** What the letter of a household pack says, such as `jeans`; null elsewhere. */
  readonly household: string | null;
  /** What is contradictory on this label; empty if nothing. */
  readonly doubts: readonly NeedleDoubt[];
}

/** Something on a needle's label that cannot be right. */
export type NeedleDoubt =
  | { readonly code: 'size-not-made'; readonly from: number; readonly to: number }
  | { readonly code: 'point-not-made'; readonly twin: NeedleSystem | null };

/** One way to read a label. */
export type LabelReading =
  | { readonly kind: 'thread'; readonly thread: ThreadSizeReading }
  | { readonly kind: 'needle'; readonly needle: NeedleReading };

/** Every way to read a label. With several readings the label alone does not say: ask. */
export type LabelAnswer =
  | { readonly outcome: 'read'; readonly readings: readonly LabelReading[] }
  /** A size or a pair of sizes that is not made; `near` are, never empty. */
  | { readonly outcome: 'no-such-size'; readonly near: readonly NeedleSize[] }
  /** Two names of different thread sizes on one label. */
  | { readonly outcome: 'names-disagree'; readonly names: readonly ThreadSizeReading[] }
  | { readonly outcome: 'unknown' };

const LONGEST_LABEL = 60;

/**
 * Reads what is on packs, spools and shanks: thread sizes in any system, needle sizes under both numbers or by
 * caliper, needle systems under any designation, point letters, and whole needles such as `135x17 140/22 LR`, their
 * parts in any order. Never throws.
 *
 * @example readLabel('70/12') // no such size; near are 70/10 and 80/12
 */
export function readLabel(text: string, hint: SpoolHint = {}): LabelAnswer {
  if (text.length > LONGEST_LABEL) return { outcome: 'unknown' };
  const label = text.trim().replace(/[×✕]/g, 'x').replace(/\s+/g, ' ');
  if (label === '') return { outcome: 'unknown' };
  const needle = parseNeedleLabel(label.toLowerCase());
  const needles: readonly LabelReading[] = needle.outcome === 'read' ? readingsOf(needle.parts) : [];
  if (mustBeNeedle(label)) {
    if (needle.outcome === 'no-such-size') return needle;
    if (needles.length > 0) return { outcome: 'read', readings: needles };
  }
  const thread = readThreadLabel(label, hint);
  const threads = thread.outcome === 'read' ? thread.readings : [];
  const readings = [...threads.map((one): LabelReading => ({ kind: 'thread', thread: one })), ...needles];
  if (readings.length > 0) return { outcome: 'read', readings };
  if (thread.outcome === 'names-disagree') return thread;
  return needle.outcome === 'no-such-size' ? needle : { outcome: 'unknown' };
}

/**
 * Whether a label is a needle's whatever else it could be: NM in capitals before a possible size, where Nm is a
 * thread count; a size after nm that is too large for a ticket; both numbers of a size; and any pair after NM, since
 * no thread has ten plies or more.
 */
function mustBeNeedle(label: string): boolean {
  const alone = /^(nm) ?-? ?(\d{2,3})$/i.exec(label);
  if (alone) {
    const nm = Number(alone[2]);
    return alone[1] === 'NM'
      ? nm >= 60 && nm <= 300
      : nm >= 125 && NEEDLE_SIZES.some((size) => size.nm === nm);
  }
  const pair = /^(nm ?)?(\d{2,3}) ?[/-] ?(\d{1,3})$/i.exec(label);
  if (!pair) return false;
  const [first, second] = [Number(pair[2]), Number(pair[3])];
  const made = NEEDLE_SIZES.some(({ nm, number }) => nm === first && number === second);
  return made || (pair[1] !== undefined && second >= 10);
}

function readingsOf({ system, sizes, point, household }: NeedleParts): readonly LabelReading[] {
  const alone: readonly (NeedleSize | null)[] = sizes.length === 0 ? [null] : sizes;
  return alone.map((size) => ({
    kind: 'needle',
    needle: { system, size, point, household, doubts: doubtsOf(system, size, point) },
  }));
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
