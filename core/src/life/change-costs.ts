import type { MaterialKind } from '../material/index.js';
import type { ChangeCosts } from './best-interval.js';

/** What things cost the shop, in its own money. */
export interface CostsOfShop {
  readonly needle: number;
  readonly labourPerHour: number;
  /** Minutes a machine stands and somebody works for each kind of change. */
  readonly plannedMinutes: number;
  readonly wearMinutes: number;
  readonly accidentMinutes: number;
  /** Work spoiled by a needle that failed, by what is sewn. */
  readonly spoiledWork: Readonly<Record<MaterialKind, number>>;
}

/** What each kind of change costs on a material, everything counted. */
export function changeCosts(costs: CostsOfShop, material: MaterialKind): ChangeCosts {
  const { needle, labourPerHour, plannedMinutes, wearMinutes, accidentMinutes, spoiledWork } = costs;
  const change = (minutes: number): number => needle + (labourPerHour * minutes) / 60;
  return {
    planned: change(plannedMinutes),
    wear: change(wearMinutes) + spoiledWork[material],
    accident: change(accidentMinutes) + spoiledWork[material],
  };
}
