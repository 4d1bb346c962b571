import { sourced, type Sourced } from '../standing/index.js';

/** What a thread is made of and how, as far as its diameter depends on it. */
export interface ThreadConstruction {
  readonly id: string;
  readonly name: string;
  /** Density of the polymer or fibre in g/cm³. */
  readonly densityGCm3: Sourced<number>;
  /** Share of the gauge-equivalent cylinder that is fibre, 0 to 1. */
  readonly packing: Sourced<number>;
}

const FIBRE_HANDBOOK = 'fibre density, textile handbooks';
const NYLON = sourced(1.14, 'handbook', FIBRE_HANDBOOK);
const POLYESTER = sourced(1.38, 'handbook', FIBRE_HANDBOOK);
const BONDED = sourced(0.85, 'fitted', 'fitted to tabulated bonded nylon diameters; range 0.80 to 0.90');
const UNBONDED = sourced(0.7, 'assumption', 'unbonded filament, to be measured');

/** Constructions that can be chosen on the Bench. */
export const THREAD_CONSTRUCTIONS: readonly ThreadConstruction[] = [
  { id: 'bonded-nylon', name: 'Bonded nylon', densityGCm3: NYLON, packing: BONDED },
  { id: 'bonded-polyester', name: 'Bonded polyester', densityGCm3: POLYESTER, packing: BONDED },
  { id: 'filament-nylon', name: 'Nylon filament, unbonded', densityGCm3: NYLON, packing: UNBONDED },
  {
    id: 'filament-polyester',
    name: 'Polyester filament, unbonded',
    densityGCm3: POLYESTER,
    packing: UNBONDED,
  },
  {
    id: 'aramid',
    name: 'Aramid filament',
    densityGCm3: sourced(1.44, 'handbook', FIBRE_HANDBOOK),
    packing: UNBONDED,
  },
  { id: 'ptfe', name: 'PTFE', densityGCm3: sourced(2.1, 'handbook', FIBRE_HANDBOOK), packing: UNBONDED },
  {
    id: 'core-spun',
    name: 'Polyester core-spun',
    densityGCm3: POLYESTER,
    packing: sourced(0.6, 'assumption', 'core-spun, to be measured'),
  },
  {
    id: 'spun-cotton',
    name: 'Spun cotton',
    densityGCm3: sourced(1.52, 'handbook', FIBRE_HANDBOOK),
    packing: sourced(0.598, 'handbook', "Peirce's diameter, 1/(28 sqrt(Ne)) inch"),
  },
  {
    id: 'spun-polyester',
    name: 'Spun polyester',
    densityGCm3: POLYESTER,
    packing: sourced(0.5, 'assumption', 'spun polyester, to be measured'),
  },
];

/** The construction with the given id, or undefined. */
export function threadConstruction(id: string): ThreadConstruction | undefined {
  return THREAD_CONSTRUCTIONS.find((construction) => construction.id === id);
}
