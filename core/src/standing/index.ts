export { STANDINGS, sourced, weakestStanding, type Sourced, type Standing } from './standing.js';
export { OutOfRange, requireNotNegative, requirePositive } from './out-of-range.js';
