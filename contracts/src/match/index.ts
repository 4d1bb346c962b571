export { LayerInput, NeedleChoice, Setup, SetupRevision, SetupWork, ThreadChoice } from './setup.js';
