export { LayerInput, NeedleChoice, Setup, SetupRevision, SetupWork, ThreadChoice } from './setup.js';
export { SETUP_CARD_FORMAT, SetupCard, SetupCardFile, setupCardJsonSchema } from './setup-card.js';
export {
  readSetupRow,
  SETUP_COLUMNS,
  SetupList,
  SetupListResult,
  SetupRow,
  type MachineOfRow,
  type SetupCellProblem,
  type SetupColumn,
} from './setup-list.js';
export { SetupImport, SetupImportResult } from './setup-import.js';
