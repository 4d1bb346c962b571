import { stackOf } from '../material/index.js';
import { rankNeedles, threadOnBench, type NeedleQuestion, type Schools } from '../match/index.js';

/** A strap: two sides of hide over a ply of duck, 4.6 mm. */
export const HIDE_AND_DUCK = stackOf([
  { materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 },
  { materialId: 'duck-10', thicknessMm: 0.6, plies: 1 },
  { materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 },
]);

/** A compound-feed flatbed with its cloth and leather needles. */
export const COMPOUND = { systemIds: ['135x17', '135x16'], shank: 'round', plateHoleMm: 2.8 } as const;

/** Schools used by an example, loose eye and cutting point in leather unless changed. */
export const schools = (change: Partial<Schools> = {}): Schools => ({
  size: 'free',
  leatherPoint: 'cutting',
  coatedPoint: 'small-cut',
  ...change,
});

/** The strap in Tex 135 on the flatbed by the loose-eye school, or with a change. */
export function benchQuestion(change: Partial<NeedleQuestion> = {}): NeedleQuestion {
  return {
    machine: COMPOUND,
    stack: HIDE_AND_DUCK,
    thread: threadOnBench('bonded-nylon', 135),
    stitchLengthMm: 4,
    schools: schools(),
    ...change,
  };
}

export const ask = (change: Partial<NeedleQuestion> = {}) => rankNeedles(benchQuestion(change));
