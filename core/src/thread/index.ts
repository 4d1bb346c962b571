export * from './linear-density.js';
export {
  BONDED_TRADE_SIZES,
  GOVERNMENT_LETTERS,
  SIZE_LADDER,
  TEX_TICKETS,
  type BondedTradeSize,
} from './size-tables.js';
export { nominalTex } from './nominal-tex.js';
export { soldTexOfTicket } from './sold-tex-of-ticket.js';
export { DRAMATIC_STEPS, ladderSteps } from './ladder-steps.js';
export {
  isSpun,
  THREAD_CONSTRUCTIONS,
  THREAD_USES,
  threadConstruction,
  type ThreadConstruction,
  type ThreadUse,
} from './thread-construction.js';
export { diameterOfConstruction, diameterValueId, threadDiameterMm } from './thread-diameter.js';
export { weighedTex, type WeighedTex } from './weighed-tex.js';
export {
  readThreadLabel,
  readThreadSize,
  type SpoolHint,
  type ThreadDoubt,
  type ThreadLabelAnswer,
  type ThreadSizeReading,
  type ThreadSizeSystem,
} from './read-thread-size.js';
export { threadEquivalents, type ThreadEquivalents } from './thread-equivalents.js';
