import type { Shank } from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { OutOfRange, type Sourced } from '../standing/index.js';
import { diameterOfConstruction, threadConstruction } from '../thread/index.js';

/** A thread in the form used by the match. */
export interface ThreadOnBench {
  readonly constructionId: string;
  readonly tex: number;
  readonly diameterMm: number;
  /** Why it must not be sewn by machine; null for thread that may. */
  readonly unfit: string | null;
}

/** Limits set by a machine's manual or the shop; null where there is none. */
export interface Limits {
  readonly least: number | null;
  readonly most: number | null;
}

/** A needle plate with its feed dog; null if nobody measured that hole. */
export interface PlateOnBench {
  readonly holeMm: number;
  readonly feedDogHoleMm: number | null;
}

/** A plate, with its feed dog, that fits several machines of the shop. */
export interface SharedPlate extends PlateOnBench {
  readonly id: string;
  /** What is engraved or written on it. */
  readonly mark: string;
  /** Where it is kept while it is on no machine. */
  readonly place: string;
  /** The machine it is on; null while it is on none. */
  readonly on: { readonly id: string; readonly name: string } | null;
}

/** A machine, as far as a needle has to match it. */
export interface MachineOnBench {
  /** Designations of the systems its clamp takes. */
  readonly systemIds: readonly string[];
  readonly shank: Shank;
  /** Hole of the plate on it. */
  readonly plateHoleMm: number;
  /** How it feeds: with `compound` feed the needle goes through the feed dog too. */
  readonly feed?: string;
  /** Its plates, each with the feed dog that goes with it. */
  readonly plates?: readonly PlateOnBench[];
  /** Plates that it shares with other machines. */
  readonly sharedPlates?: readonly SharedPlate[];
  readonly threadTex?: Limits;
  readonly needleNm?: Limits;
}

/**
 * A thread of a construction and size, with the diameter the shop measured or the computed one.
 *
 * @throws OutOfRange when the tex is not above zero; RangeError for an unknown construction
 */
export function threadOnBench(
  constructionId: string,
  tex: number,
  values: Values = SHIPPED_VALUES,
): ThreadOnBench & { readonly diameter: Sourced<number> } {
  const construction = threadConstruction(constructionId);
  if (!construction) {
    throw new RangeError(`constructionId is "${constructionId}"; allowed: an id of the catalogue`);
  }
  const diameter = diameterOfConstruction(tex, construction, values);
  return { constructionId, tex, diameterMm: diameter.value, diameter, unfit: construction.unfit };
}

/** Whether a value is within limits. */
export function within(value: number, limits: Limits | undefined): boolean {
  if (!Number.isFinite(value)) throw new OutOfRange('value', value, 'a finite number');
  return value >= (limits?.least ?? -Infinity) && value <= (limits?.most ?? Infinity);
}
