import { sourced } from '../standing/index.js';

/**
 * What each shortcoming costs when needles are ranked. All are assumptions that put the judgements of the trade in
 * their usual order; none is hidden in the ranking itself.
 */
export const MATCH_WEIGHTS = sourced(
  {
    /** Per unit of unused room in the eye, as a share of the school's limit. */
    spareRoom: 4,
    /** For a thread over the school's limit, and per unit it is over. */
    overLimit: 4,
    overLimitSlope: 32,
    /** Added when the thread is lost in the eye. */
    tooLoose: 1,
    /** Per stack thickness beyond the strength guide, as a share of the guide, up to twice it. */
    strength: 0.8,
    /** For a point wrong for the stack, in proportion. */
    point: 3,
    /** Per unit of hole-to-blade ratio outside the good range. */
    plateTight: 3,
    plateBig: 0.5,
    swallowsThinWork: 2,
    /** Per unit the stitch is shorter than advised, and for the share of the stitch that is hole. */
    shortStitch: 4,
    holeShare: 0.3,
  },
  'assumption',
  'chosen here to order the judgements of common practice',
);
