export {
  NEEDLE_SIZES,
  bladeDiameterMm,
  needleSize,
  readNeedleSize,
  type NeedleSize,
  type NeedleSizeReading,
} from './needle-size.js';
export { bucklingLoadN, secondMomentMm4, STEEL_E_N_PER_MM2, stiffnessRatio } from './blade-stiffness.js';
export { POINT_STYLES, pointStyle, type CutAngle, type PointStyle } from './point-style.js';
export { NEEDLE_SYSTEMS, needleSystem, type NeedleSystem, type Shank } from './needle-system.js';
