/** What a stitch counter has counted. */
export interface Counted {
  readonly stitches: number;
  readonly motorMs: number;
}

/** How a simulated machine is used: bursts and pauses of random length. Everything here is invented. */
const BURST_MS = [2000, 14_000] as const;
const PAUSE_MS = [4000, 24_000] as const;
const STITCHES_PER_S = [10, 26] as const;

/**
 * A simulated machine at work.
 *
 * @param random uniform on 0 to below 1
 * @returns what its counter shows after the given further milliseconds; each call continues from the last
 */
export function sewing(random: () => number): (passedMs: number) => Counted {
  const between = ([low, high]: readonly [number, number]): number => low + (high - low) * random();
  let [stitches, motorMs, left, running, perS] = [0, 0, between(PAUSE_MS), false, 0];
  return (passedMs) => {
    for (let rest = passedMs; rest > 0;) {
      const step = Math.min(rest, left);
      if (running) {
        motorMs += step;
        stitches += (perS * step) / 1000;
      }
      rest -= step;
      left -= step;
      if (left > 0) continue;
      running = !running;
      left = between(running ? BURST_MS : PAUSE_MS);
      perS = between(STITCHES_PER_S);
    }
    return { stitches: Math.floor(stitches), motorMs: Math.round(motorMs) };
  };
}
