/** Something on the instrument for a while: a thread pulled through it, an object laid on it. */
export interface Load {
  readonly fromMs: number;
  readonly untilMs: number;
  readonly size: number;
}

const BEFORE_FIRST_MS = 300;
const BETWEEN_MS = 900;

/** Queues a load after those still to come. */
export function queued(
  loads: readonly Load[],
  nowMs: number,
  size: number,
  lastsMs: number,
): readonly Load[] {
  const open = loads.filter(({ untilMs }) => untilMs + BETWEEN_MS > nowMs);
  const fromMs = Math.max(nowMs + BEFORE_FIRST_MS, ...open.map(({ untilMs }) => untilMs + BETWEEN_MS));
  return [...open, { fromMs, untilMs: fromMs + lastsMs, size }];
}

/**
 * What is on the instrument at a moment: nothing between loads, and part of a load while it is put on or taken off.
 */
export function loadAt(loads: readonly Load[], atMs: number, risesMs: number): number {
  const load = loads.find(({ fromMs, untilMs }) => atMs >= fromMs && atMs < untilMs);
  if (!load) return 0;
  return load.size * Math.min(1, (atMs - load.fromMs) / risesMs, (load.untilMs - atMs) / risesMs);
}
