/** Numerical methods that several rooms use. */
export { CHI_SQUARE_1_95, chiSquare2Quantile, gammaP, lnGamma, NORMAL_95 } from './gamma.js';
export { findRoot } from './find-root.js';
export { findTop } from './find-top.js';
export { integrate } from './integrate.js';
export { ENOUGH_POINTS, straightLine, type StraightLine } from './straight-line.js';
