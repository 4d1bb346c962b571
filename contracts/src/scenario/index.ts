export { Scenario } from './scenario.js';
