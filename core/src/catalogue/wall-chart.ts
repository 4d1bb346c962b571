import {
  SIZE_SCHOOLS,
  smallestNeedle,
  strengthGuide,
  threadOnBench,
  type SizeSchool,
} from '../match/index.js';
import { MATERIALS, type MaterialKind } from '../material/index.js';
import { NEEDLE_SIZES } from '../needle/index.js';
import type { Values } from '../reference/index.js';
import type { Sourced } from '../standing/index.js';
import { SIZE_LADDER, threadEquivalents, type ThreadEquivalents } from '../thread/index.js';
import { mmToLeatherOz } from '../units/index.js';

/** A sheet for the shop wall with its own figures. */
export interface WallChart {
  readonly threads: readonly WallThread[];
  readonly needles: readonly WallNeedle[];
  readonly materials: readonly WallMaterial[];
  readonly leather: readonly { readonly oz: number; readonly mm: number }[];
}

export interface WallThread {
  readonly names: ThreadEquivalents;
  readonly diameter: Sourced<number>;
  /** NM of the smallest needle by each school; null if none is made so large. */
  readonly smallestNm: Readonly<Record<SizeSchool, number | null>>;
}

export interface WallNeedle {
  readonly nm: number;
  /** The other number of the same size. */
  readonly number: string;
  /** Leather it is normally good for; null if nobody knows it well enough for a wall. */
  readonly leatherMm: { readonly from: number; readonly to: number } | null;
}

export interface WallMaterial {
  readonly name: string;
  readonly kind: MaterialKind;
  readonly thicknessMm: number;
}

/** The guide is based on two facts, NM 110 and NM 140: far above them it describes what no machine sews. */
const LARGEST_GUIDED_NM = 160;

const LEATHER_MM = [1, 1.5, 2, 2.5, 3, 4, 5, 6] as const;

/** The shop's wall chart for one kind of thread. @throws RangeError for an unknown construction */
export function wallChart(constructionId: string, values: Values): WallChart {
  return {
    threads: SIZE_LADDER.map((tex) => {
      const { diameter, diameterMm } = threadOnBench(constructionId, tex, values);
      // For thick work that is not abrasive: what thin or abrasive work changes depends on the stack, which a wall
      // chart does not know.
      const of = (school: SizeSchool): number | null =>
        smallestNeedle(diameterMm, values[`school.${school}`].value, values)?.nm ?? null;
      const smallestNm = Object.fromEntries(
        SIZE_SCHOOLS.map((school) => [school, of(school)]),
      ) as WallThread['smallestNm'];
      return { names: threadEquivalents(tex), diameter, smallestNm };
    }),
    needles: NEEDLE_SIZES.map(({ nm, number }) => {
      const { fromMm, toMm } = strengthGuide(nm, values);
      return {
        ...{ nm, number: String(number) },
        leatherMm: nm > LARGEST_GUIDED_NM ? null : { from: fromMm, to: toMm },
      };
    }),
    materials: MATERIALS.map(({ id, name, kind, typicalThicknessMm }) => ({
      ...{ name, kind },
      thicknessMm: values[`material.${id}.thickness`]?.value ?? typicalThicknessMm,
    })),
    leather: LEATHER_MM.map((mm) => ({ mm, oz: mmToLeatherOz(mm) })),
  };
}
