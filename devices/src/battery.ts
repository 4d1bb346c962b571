/** A stand-in's battery: its charge at a moment, and how fast it drains. */
export interface Battery {
  readonly percent: number;
  readonly atMs: number;
  readonly percentPerS: number;
}

export const FRESH = { percent: 100, atMs: 0, percentPerS: 1 / 600 } as const satisfies Battery;

/** Nearly empty and draining fast: dead after a few seconds. */
export function runDown(atMs: number): Battery {
  return { percent: 12, atMs, percentPerS: 3 };
}

export function chargeAt({ percent, atMs: sinceMs, percentPerS }: Battery, atMs: number): number {
  return Math.max(0, percent - (percentPerS * (atMs - sinceMs)) / 1000);
}
