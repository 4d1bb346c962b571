/** Numerical methods that several rooms use. */
export { ENOUGH_POINTS, straightLine, type StraightLine } from './straight-line.js';
