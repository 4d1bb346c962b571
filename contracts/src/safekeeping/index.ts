export { RestoreDrill, Safekeeping, SafekeepingRule, USUAL_SAFEKEEPING } from './safekeeping.js';
