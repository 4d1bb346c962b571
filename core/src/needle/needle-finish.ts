import { sourced, type Sourced, type Standing } from '../standing/index.js';

/** What a finish is chosen for: plain work, abrasive work, work that sticks to a hot needle. */
export const FINISH_WORKS = ['plain', 'abrasive', 'sticky'] as const;
export type FinishWork = (typeof FINISH_WORKS)[number];

/** A needle's surface, described by what it does. */
export interface NeedleFinish {
  readonly id: string;
  readonly name: string;
  readonly does: string;
  /** 0 (wrong) to 1 (made for it). The order is common practice; the figures that express it are assumptions. */
  readonly suits: Readonly<Record<FinishWork, Sourced<number>>>;
  readonly standing: Standing;
}

const FIGURES = 'order of common practice, figures chosen here';

export const NEEDLE_FINISHES: readonly NeedleFinish[] = [
  finish('chromed', 'chromed', 'the usual one: slides well, resists rust', 1, 0.75, 0.7),
  finish(
    'hard-coated',
    'titanium-nitride coated',
    'hard skin: keeps its point in abrasive work',
    0.9,
    1,
    0.8,
  ),
  finish('non-stick', 'non-stick coated', 'runs cool: melts and glue do not cling to it', 0.85, 0.85, 1),
];

/** The usual finish if nothing else is given. */
export const USUAL_FINISH = NEEDLE_FINISHES[0]!;

/** The finish with the given id, or undefined. */
export function needleFinish(id: string): NeedleFinish | undefined {
  return NEEDLE_FINISHES.find((one) => one.id === id);
}

function finish(
  id: string,
  name: string,
  does: string,
  plain: number,
  abrasive: number,
  sticky: number,
): NeedleFinish {
  const figure = (value: number) => sourced(value, 'assumption', FIGURES);
  const suits = { plain: figure(plain), abrasive: figure(abrasive), sticky: figure(sticky) };
  return { id, name, does, suits, standing: 'practice' };
}
