import { SHIPPED_VALUES, type ReferenceValue } from '../reference/index.js';
import { sourced, type Sourced } from '../standing/index.js';
import { MATERIALS, type Material } from '../material/index.js';
import {
  FINISH_WORKS,
  largestSizeValueId,
  NEEDLE_FINISHES,
  NEEDLE_SIZES,
  NEEDLE_SYSTEMS,
  POINT_STYLES,
  smallestSizeValueId,
} from '../needle/index.js';
import {
  finishValueId,
  leastBladeValueId,
  POINT_WORKS,
  pointValueId,
  shippedSuitability,
  threadUseValueId,
} from '../match/index.js';
import { FAULT_TIMES } from '../fault/index.js';
import { BOBBIN_SIZES, bobbinValueId, THREAD_PRICE_ID, type Bobbin } from '../seam/index.js';
import {
  diameterOfConstruction,
  diameterValueId,
  THREAD_CONSTRUCTIONS,
  THREAD_USES,
} from '../thread/index.js';
import type { CatalogueGroup, CatalogueValue } from './catalogue-value.js';

/** Section of a general value, by the first word of its id. */
const SCALAR_GROUPS: Readonly<Record<string, CatalogueGroup>> = {
  eye: 'eye and thread',
  school: 'schools',
  strength: 'strength',
  plate: 'plate, hole and land',
  stiffness: 'plate, hole and land',
  hole: 'plate, hole and land',
  point: 'point',
  weight: 'ranking',
  thread: 'threads',
  changeover: 'changeover',
  bobbin: 'changeover',
  job: 'thread for a job',
  seam: 'strength',
  tension: 'tension',
  judge: 'tension',
  gauge: 'needle checks',
  check: 'needle checks',
  lot: 'needle checks',
  hook: 'hook',
  work: 'running hours',
  service: 'running hours',
};

/** A share or suitability from 0 to 1. */
const SHARE = { unit: '', least: 0, most: 1 } as const;

/** Every number of the catalogue, in reading order: what calculations use, and what can be measured on each item. */
export const CATALOGUE: readonly CatalogueValue[] = [
  ...Object.entries(SHIPPED_VALUES).map(([id, row]) => scalar(id, row)),
  ...pointValues(),
  ...finishValues(),
  ...threadValues(),
  ...materialValues(),
  ...systemValues(),
  ...bobbinValues(),
  threadPrice(),
  ...faultTimeValues(),
];

const BY_ID = new Map(CATALOGUE.map((one) => [one.id, one]));

/** The value with the given id, or undefined. */
export function catalogueValue(id: string): CatalogueValue | undefined {
  return BY_ID.get(id);
}

function scalar(id: string, row: ReferenceValue): CatalogueValue {
  const group =
    row.usedIn === 'Thread for a job' ? 'thread for a job' : (SCALAR_GROUPS[id.split('.')[0]!] ?? 'ranking');
  return { id, group, ...row };
}

type Trait = Omit<CatalogueValue, 'value' | 'standing' | 'source'>;

function item(trait: Trait, shipped: Sourced<number> | null, missing = 'measure one'): CatalogueValue {
  return shipped === null
    ? { ...trait, value: null, standing: 'memory', source: missing }
    : { ...trait, value: shipped.value, standing: shipped.standing, source: shipped.source };
}

function pointValues(): readonly CatalogueValue[] {
  return POINT_STYLES.flatMap((point) =>
    POINT_WORKS.map((work) =>
      item(
        {
          id: pointValueId(point.id, work),
          group: 'point',
          name: `${point.name} in ${work.replaceAll('-', ' ')}`,
          usedIn: 'Point for the stack',
          ...SHARE,
        },
        shippedSuitability(point, work),
      ),
    ),
  );
}

function finishValues(): readonly CatalogueValue[] {
  return NEEDLE_FINISHES.flatMap((finish) =>
    FINISH_WORKS.map((work) =>
      item(
        {
          id: finishValueId(finish.id, work),
          group: 'finish',
          name: `${finish.name} needle in ${work} work`,
          usedIn: 'Finish for the stack',
          ...SHARE,
        },
        finish.suits[work],
      ),
    ),
  );
}

function threadValues(): readonly CatalogueValue[] {
  return THREAD_CONSTRUCTIONS.flatMap((thread) => {
    const trait = (
      part: string,
      name: string,
      unit: string,
      least: number,
      most: number,
      usedIn: string,
    ): Trait => ({
      id: `construction.${thread.id}.${part}`,
      group: 'threads',
      name: `${thread.name}: ${name}`,
      unit,
      least,
      most,
      usedIn,
    });
    return [
      item(trait('density', 'density', 'g/cm³', 0.5, 3, 'Thread diameter'), thread.densityGCm3),
      item(trait('packing', 'packing', '', 0.2, 1, 'Thread diameter'), thread.packing),
      item(trait('tenacity', 'tenacity', 'cN/tex', 1, 400, 'Seam strength'), thread.tenacityCnPerTex),
      ...THREAD_USES.map((use) =>
        item(
          {
            ...trait(use, `serves ${use} use`, '', 0, 1, 'Thread for the stack'),
            id: threadUseValueId(thread.id, use),
          },
          thread.suits[use],
        ),
      ),
      ...thread.soldTex.map((tex) =>
        item(
          {
            ...trait('', `diameter at Tex ${tex}`, 'mm', 0.05, 3, 'Fit of thread and eye'),
            id: diameterValueId(thread.id, tex),
          },
          diameterOfConstruction(tex, thread),
        ),
      ),
    ];
  });
}

function materialValues(): readonly CatalogueValue[] {
  return [...MATERIALS.map(thicknessValue), ...MATERIALS.map(leastBladeValue)];
}

function leastBladeValue(material: Material): CatalogueValue {
  return item(
    {
      id: leastBladeValueId(material.id),
      group: 'materials',
      name: `${material.name}: smallest blade whatever the thread`,
      unit: 'NM',
      least: NEEDLE_SIZES[0]!.nm,
      most: NEEDLE_SIZES.at(-1)!.nm,
      usedIn: 'Strength guide',
    },
    material.leastBladeNm === null
      ? null
      : sourced(
          material.leastBladeNm,
          material.id === 'denim' ? 'practice' : 'assumption',
          material.id === 'denim' ? 'common practice' : 'after the example of denim',
        ),
    'its thickness alone decides; set one where a thinner blade bends',
  );
}

function thicknessValue(material: Material): CatalogueValue {
  return {
    id: `material.${material.id}.thickness`,
    group: 'materials',
    name: `${material.name}: thickness of one ply`,
    value: material.typicalThicknessMm,
    unit: 'mm',
    least: 0.05,
    most: 30,
    standing: material.standing,
    source: 'typical, common practice',
    usedIn: 'Stack',
  };
}

function systemValues(): readonly CatalogueValue[] {
  return NEEDLE_SYSTEMS.flatMap((system) => {
    const trait = (part: string, name: string, most: number): Trait => ({
      id: `system.${system.id}.${part}`,
      group: 'needle systems',
      name: `System ${system.id}: ${name}`,
      unit: 'mm',
      least: 0.5,
      most,
      usedIn: 'Telling needles apart',
    });
    const size = (id: string, name: string, nm: number): CatalogueValue =>
      item(
        {
          ...trait('', name, 300),
          id,
          unit: 'NM',
          least: NEEDLE_SIZES[0]!.nm,
          most: NEEDLE_SIZES.at(-1)!.nm,
          usedIn: 'Sizes a system is made in',
        },
        { ...system.sizesNm, value: nm },
      );
    return [
      size(smallestSizeValueId(system.id), 'smallest size', system.sizesNm.value[0]),
      size(largestSizeValueId(system.id), 'largest size', system.sizesNm.value[1]),
      item(trait('shank', 'shank diameter', 6), system.shankDiameterMm),
      item(trait('butt-to-eye', 'butt to eye', 120), system.buttToEyeMm),
      item(trait('overall', 'overall length', 150), system.overallMm),
    ];
  });
}

function bobbinValues(): readonly CatalogueValue[] {
  const parts: readonly (readonly [keyof Bobbin, string])[] = [
    ['rimMm', 'rim diameter'],
    ['coreMm', 'core diameter'],
    ['widthMm', 'width inside'],
  ];
  return BOBBIN_SIZES.flatMap((size) =>
    parts.map(([measure, name]) =>
      item(
        {
          id: bobbinValueId(size.id, measure),
          group: 'bobbins',
          name: `Bobbin, ${size.name}: ${name}`,
          unit: 'mm',
          least: 1,
          most: 80,
          usedIn: 'Thread for a job',
        },
        size.measures[measure],
      ),
    ),
  );
}

function faultTimeValues(): readonly CatalogueValue[] {
  return FAULT_TIMES.map(({ id, name, minutes }) => ({
    ...{ id, name, group: 'faults', value: minutes, unit: 'min', least: 0.1, most: 1440 },
    ...{ standing: 'assumption', source: 'to be timed in the shop', usedIn: 'Fault finder' },
  }));
}

function threadPrice(): CatalogueValue {
  return item(
    {
      id: THREAD_PRICE_ID,
      group: 'thread for a job',
      name: 'Price of a kilogram of thread, in the shop’s currency',
      unit: 'per kg',
      least: 0,
      most: 100_000,
      usedIn: 'Thread for a job',
    },
    null,
    'only the shop knows its prices',
  );
}
