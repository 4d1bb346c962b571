import type { MaterialKind } from '../material/index.js';
import type { ChangeCosts } from './best-interval.js';

/** The shop's costs, in its own currency. */
export interface CostsOfShop {
  readonly needle: number;
  readonly labourPerHour: number;
  /** Minutes that a machine is down and somebody works for each kind of change. */
  readonly plannedMinutes: number;
  readonly wearMinutes: number;
  readonly accidentMinutes: number;
  /** Work spoiled by a needle that failed, by material. */
  readonly spoiledWork: Readonly<Record<MaterialKind, number>>;
}

/** The full cost of each kind of change on a material. */
export function changeCosts(costs: CostsOfShop, material: MaterialKind): ChangeCosts {
  const { needle, labourPerHour, plannedMinutes, wearMinutes, accidentMinutes, spoiledWork } = costs;
  const change = (minutes: number): number => needle + (labourPerHour * minutes) / 60;
  return {
    planned: change(plannedMinutes),
    wear: change(wearMinutes) + spoiledWork[material],
    accident: change(accidentMinutes) + spoiledWork[material],
  };
}
