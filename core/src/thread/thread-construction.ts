import { sourced, type Sourced } from '../standing/index.js';

/** The conditions a seam is used in: decides the kind of thread. */
export const THREAD_USES = ['indoor', 'outdoor', 'heat'] as const;
export type ThreadUse = (typeof THREAD_USES)[number];

/** What a thread is made of and how, as far as diameter, strength and use depend on it. */
export interface ThreadConstruction {
  readonly id: string;
  readonly name: string;
  /** Density of the polymer or fibre in g/cm³. */
  readonly densityGCm3: Sourced<number>;
  /** Share of the gauge-equivalent cylinder that is fibre, 0 to 1. */
  readonly packing: Sourced<number>;
  /** Breaking force per tex, in cN. */
  readonly tenacityCnPerTex: Sourced<number>;
  /** How well it suits each use, 0 to 1. The order is common practice; the figures are assumptions. */
  readonly suits: Readonly<Record<ThreadUse, Sourced<number>>>;
  /** Sizes commonly sold, in Tex, from memory. */
  readonly soldTex: readonly number[];
  /** Why it must not be used on a lockstitch machine; null for thread that may. */
  readonly unfit: string | null;
}

const FIBRE_HANDBOOK = 'fibre density, textile handbooks';
const NYLON = sourced(1.14, 'handbook', FIBRE_HANDBOOK);
const POLYESTER = sourced(1.38, 'handbook', FIBRE_HANDBOOK);
const COTTON = sourced(1.52, 'handbook', FIBRE_HANDBOOK);
const BONDED = sourced(0.85, 'fitted', 'fitted to tabulated bonded nylon diameters; range 0.80 to 0.90');
const UNBONDED = sourced(0.7, 'assumption', 'unbonded filament, to be measured');
const BONDED_POLYESTER = sourced(
  0.702,
  'fitted',
  'fitted so that bonded polyester of a ticket takes the needle of the nylon of that ticket: common practice',
);
const PEIRCE = sourced(0.598, 'handbook', "Peirce's diameter, 1/(28 sqrt(Ne)) inch");
const BONDED_TEX = [30, 45, 70, 90, 135, 210, 270, 350, 400];
const FILAMENT_TEX = [24, 30, 45, 60, 70, 90, 135, 180, 210, 270];
const SPUN_TEX = [18, 21, 24, 27, 30, 40, 45, 60, 80, 105];

/** Constructions that can be chosen on the Bench. */
export const THREAD_CONSTRUCTIONS: readonly ThreadConstruction[] = [
  thread('bonded-nylon', 'Bonded nylon', NYLON, BONDED, 72, [1, 0.55, 0.3], BONDED_TEX),
  thread(
    'bonded-polyester',
    'Bonded polyester',
    POLYESTER,
    BONDED_POLYESTER,
    65,
    [0.95, 0.95, 0.3],
    [30, 45, 60, 70, 80, 90, 135, 150, 210, 240, 270, 300, 350, 400],
  ),
  thread('filament-nylon', 'Nylon filament, unbonded', NYLON, UNBONDED, 70, [0.7, 0.45, 0.3], FILAMENT_TEX),
  thread(
    'filament-polyester',
    'Polyester filament, unbonded',
    POLYESTER,
    UNBONDED,
    62,
    [0.7, 0.8, 0.3],
    FILAMENT_TEX,
  ),
  thread(
    'monofilament',
    'Nylon monofilament',
    NYLON,
    sourced(1, 'handbook', 'one solid filament'),
    45,
    // Common practice: heavier sizes sew leather and sheeting.
    [0.45, 0.3, 0.1],
    [16, 21, 27, 40, 60, 90, 135],
  ),
  thread(
    'aramid',
    'Aramid filament',
    sourced(1.44, 'handbook', FIBRE_HANDBOOK),
    UNBONDED,
    150,
    [0.5, 0.35, 1],
    [30, 40, 60, 70, 90, 105, 135, 180, 210, 270],
  ),
  thread(
    'ptfe',
    'PTFE',
    sourced(2.1, 'handbook', FIBRE_HANDBOOK),
    UNBONDED,
    22,
    [0.4, 0.85, 0.7],
    [90, 120, 135, 180, 240, 300],
  ),
  thread(
    'core-spun',
    'Polyester core-spun',
    POLYESTER,
    sourced(0.6, 'assumption', 'core-spun, to be measured'),
    45,
    [0.65, 0.6, 0.35],
    [24, 30, 40, 60, 80, 105, 120, 135],
  ),
  thread('spun-cotton', 'Spun cotton', COTTON, PEIRCE, 25, [0.5, 0.3, 0.5], SPUN_TEX),
  thread(
    'spun-polyester',
    'Spun polyester',
    POLYESTER,
    sourced(0.5, 'assumption', 'spun polyester, to be measured'),
    32,
    [0.5, 0.5, 0.25],
    SPUN_TEX,
  ),
  thread(
    'waxed-hand',
    'Waxed hand-sewing thread',
    COTTON,
    PEIRCE,
    30,
    [0, 0, 0],
    [],
    'the wax clogs tension discs, eye and hook: for hand sewing only',
  ),
  thread(
    'old-cotton',
    'Old cotton, dry or rotten',
    COTTON,
    PEIRCE,
    5,
    [0, 0, 0],
    [],
    'it breaks at a light pull and sheds lint: throw it out',
  ),
];

/** The construction with the given id, or undefined. */
export function threadConstruction(id: string): ThreadConstruction | undefined {
  return BY_ID.get(id);
}

/** Whether a construction is spun of short fibre: its spools carry a count, those of filament a ticket. */
export function isSpun(constructionId: string): boolean {
  return ['core-spun', 'spun-cotton', 'spun-polyester'].includes(constructionId);
}

const BY_ID = new Map(THREAD_CONSTRUCTIONS.map((one) => [one.id, one]));

function thread(
  id: string,
  name: string,
  densityGCm3: Sourced<number>,
  packing: Sourced<number>,
  tenacity: number,
  [indoor, outdoor, heat]: readonly [number, number, number],
  soldTex: readonly number[],
  unfit: string | null = null,
): ThreadConstruction {
  const figure = (value: number) =>
    sourced(value, 'assumption', 'order of common practice, figures chosen here');
  return {
    id,
    name,
    densityGCm3,
    packing,
    tenacityCnPerTex: sourced(
      tenacity,
      'memory',
      'typical of the fibre, from memory; break a length and weigh it',
    ),
    suits: { indoor: figure(indoor), outdoor: figure(outdoor), heat: figure(heat) },
    soldTex,
    unfit,
  };
}
