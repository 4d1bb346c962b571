export {
  LOT_STATES,
  LotDecision,
  NeedleLot,
  NeedleLotEntry,
  NewNeedleLot,
  type LotState,
} from './needle-lot.js';
export {
  EyePulls,
  NeedleCheck,
  NeedleCheckDocument,
  NeedleCheckInput,
  NeedleLooks,
  NeedlePhoto,
} from './needle-check.js';
