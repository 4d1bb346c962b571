export { FAULT_ENDINGS, FaultCaseInput, FaultDocument, FaultFinding, LoggedFaultCase } from './fault-case.js';
