export { LayerInput, NeedleChoice, Setup, SetupRevision, SetupWork, ThreadChoice } from './setup.js';
export { SETUP_CARD_FORMAT, SetupCard, SetupCardFile, setupCardJsonSchema } from './setup-card.js';
export { SetupImport, SetupImportResult } from './setup-import.js';
