import type { NeedleCandidate } from './rank-needles.js';

/** A needle's designation, as in a set-up or in the hand. */
export interface NeedleName {
  readonly systemId: string;
  readonly nm: number;
  readonly pointId: string;
  readonly finishId: string;
}

export function nameOfNeedle({ system, size, point, finish }: NeedleCandidate): NeedleName {
  return { systemId: system.id, nm: size.nm, pointId: point.id, finishId: finish.id };
}

/** A key for a needle; not for reading. */
export function needleKey({ systemId, nm, pointId, finishId }: NeedleName): string {
  return [systemId, nm, pointId, finishId].join('|');
}

/** Whether two designations mean the same needle. */
export function sameNeedle(a: NeedleName, b: NeedleName): boolean {
  return a.systemId === b.systemId && a.nm === b.nm && a.pointId === b.pointId && a.finishId === b.finishId;
}
