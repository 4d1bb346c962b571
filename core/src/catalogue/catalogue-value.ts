import type { Standing } from '../standing/index.js';

/** Sections of the catalogue: what a value is about. */
export const CATALOGUE_GROUPS = [
  'eye and thread',
  'schools',
  'point',
  'finish',
  'plate, hole and land',
  'strength',
  'ranking',
  'threads',
  'materials',
  'needle systems',
  'bobbins',
  'tension',
  'needle checks',
  'running hours',
  'hook',
  'faults',
  'changeover',
  'thread for a job',
] as const;
export type CatalogueGroup = (typeof CATALOGUE_GROUPS)[number];

/** A catalogue number as shipped: it can be viewed, measured, confirmed or set by the shop. */
export interface CatalogueValue {
  readonly id: string;
  readonly group: CatalogueGroup;
  readonly name: string;
  /** Null if nobody is sure of it, or only the shop can know it. */
  readonly value: number | null;
  readonly unit: string;
  readonly least: number;
  readonly most: number;
  readonly standing: Standing;
  readonly source: string;
  readonly usedIn: string;
}
