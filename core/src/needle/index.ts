export { NEEDLE_SIZES, bladeDiameterMm, needleSize, type NeedleSize } from './needle-size.js';
export { bucklingLoadN, secondMomentMm4, STEEL_E_N_PER_MM2, stiffnessRatio } from './blade-stiffness.js';
export {
  HOUSEHOLD_LETTERS,
  POINT_STYLES,
  pointOfLetters,
  pointStyle,
  SEAM_LOOKS,
  type CutAngle,
  type PointStyle,
  type SeamLook,
} from './point-style.js';
export {
  largestSizeValueId,
  NEEDLE_SYSTEMS,
  needleSystem,
  sizesMade,
  smallestSizeValueId,
  takesSystem,
  twinSystem,
  type NeedleMeasures,
  type NeedleSystem,
  POINT_FAMILIES,
  type PointFamily,
  type Shank,
} from './needle-system.js';
export {
  FINISH_WORKS,
  NEEDLE_FINISHES,
  needleFinish,
  USUAL_FINISH,
  type FinishWork,
  type NeedleFinish,
} from './needle-finish.js';
export { HOOK_SIDES, needleFacing, type HookSide, type NeedleFacing } from './needle-facing.js';
