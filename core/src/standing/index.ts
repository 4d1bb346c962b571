export { STANDINGS, sourced, weakestStanding, type Sourced, type Standing } from './standing.js';
export { OutOfRange, requireFinite, requireNotNegative, requirePositive } from './out-of-range.js';
