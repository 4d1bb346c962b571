/**
 * How far a value can be relied on.
 *
 * `measured`: this shop measured it. `standard`: a published standard, named. `handbook`: a published source, named.
 * `practice`: common practice of the trade, no source. `chosen`: this shop's own way of working. `fitted`: fitted
 * here to practice values. `memory`: recalled, unverified. `assumption`: to be replaced by the shop's own
 * measurement.
 */
export const STANDINGS = [
  'measured',
  'standard',
  'handbook',
  'practice',
  'chosen',
  'fitted',
  'memory',
  'assumption',
] as const;

export type Standing = (typeof STANDINGS)[number];

/** A value with where it comes from. `source` is shown to the user as written. */
export interface Sourced<T> {
  readonly value: T;
  readonly standing: Standing;
  readonly source: string;
}

/**
 * The grade a computed value inherits: the weakest of its inputs, `STANDINGS` being ordered strongest first.
 *
 * @example weakestStanding('handbook', 'assumption', 'fitted') // 'assumption'
 */
export function weakestStanding(first: Standing, ...others: readonly Standing[]): Standing {
  return others.reduce(
    (weakest, one) => (STANDINGS.indexOf(one) > STANDINGS.indexOf(weakest) ? one : weakest),
    first,
  );
}

/** Short form for a value of the given grade. */
export function sourced<T>(value: T, standing: Standing, source: string): Sourced<T> {
  return { value, standing, source };
}
