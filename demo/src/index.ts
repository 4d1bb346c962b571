/** The demo works and its seeded year. */
export { demoScenario } from './demo-scenario.js';
export { DEMO_PEOPLE, type DemoPerson } from './works.js';
