export {
  FAULT_ENDINGS,
  FaultCaseInput,
  FaultDocument,
  FaultFacts,
  FaultFinding,
  LoggedFaultCase,
} from './fault-case.js';
