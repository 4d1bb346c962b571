/** The demo works and its seeded year. */
export { demoScenario } from './demo-scenario.js';
export { DEMO_PEOPLE, type DemoPerson } from './works.js';
export { DEMO_STAND_INS, SILENT_COUNTER, type DemoStandIn } from './stand-ins.js';
