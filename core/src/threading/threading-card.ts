/** What the needle thread passes, from the cone to the needle. */
export const STATION_KINDS = [
  'cone',
  'guide',
  'pre-tension',
  'discs',
  'check-spring',
  'take-up',
  'bar-guide',
  'needle',
] as const;
export type StationKind = (typeof STATION_KINDS)[number];

/** The side from which the thread enters a station, as seen from the seat. */
export const THREADING_SIDES = ['left', 'right', 'front', 'back'] as const;
export type ThreadingSide = (typeof THREADING_SIDES)[number];

/** One place that the thread passes. */
export interface Station {
  readonly kind: StationKind;
  /** Which of several holes, counted from the cone; null if there is one. */
  readonly hole: number | null;
  /** The side the thread enters from; null if it does not matter. */
  readonly side: ThreadingSide | null;
  readonly note: string;
  /** Its position on the drawing of the machine, as shares of width and height from the top left. */
  readonly x: number;
  readonly y: number;
}

const at = (kind: StationKind, x: number, y: number, side: ThreadingSide | null = null): Station => ({
  ...{ kind, hole: null, side, note: '', x, y },
});

/** A commonly threaded machine: the starting point of a new card. Common practice, no source. */
export const USUAL_STATIONS: readonly Station[] = [
  at('cone', 0.93, 0.5),
  at('guide', 0.93, 0.07),
  at('guide', 0.62, 0.1),
  at('pre-tension', 0.42, 0.16),
  at('discs', 0.24, 0.35, 'right'),
  at('check-spring', 0.24, 0.47),
  at('take-up', 0.17, 0.16, 'right'),
  at('guide', 0.13, 0.42),
  at('bar-guide', 0.16, 0.57),
  at('needle', 0.16, 0.74),
];

/** What is odd about a threading. */
export type ThreadingDoubt =
  | 'no-discs'
  | 'no-take-up'
  | 'no-needle'
  | 'needle-not-last'
  | 'spring-before-discs'
  | 'take-up-before-discs';

/**
 * What looks wrong about a card to somebody who threads many machines; empty for nothing. Check spring and take-up
 * come after the tension discs, and the needle is the end. Common practice, no source.
 */
export function threadingDoubts(stations: readonly Pick<Station, 'kind'>[]): readonly ThreadingDoubt[] {
  const place = (kind: StationKind): number => stations.findIndex((one) => one.kind === kind);
  const [discs, spring, takeUp, needle] = (['discs', 'check-spring', 'take-up', 'needle'] as const).map(
    place,
  ) as [...[number, number], ...[number, number]];
  const before = (one: number): boolean => one >= 0 && discs >= 0 && one < discs;
  const doubts: readonly (readonly [ThreadingDoubt, boolean])[] = [
    ['no-discs', discs < 0],
    ['no-take-up', takeUp < 0],
    ['no-needle', needle < 0],
    ['needle-not-last', needle >= 0 && needle < stations.length - 1],
    ['spring-before-discs', before(spring)],
    ['take-up-before-discs', before(takeUp)],
  ];
  return doubts.filter(([, holds]) => holds).map(([doubt]) => doubt);
}
