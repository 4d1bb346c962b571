export { counterRoutes } from './counter.routes.js';
export { openIntake } from './counter-intake.js';
export { counterOfTopic, readCounterMessage } from './counter-message.js';
export type { CounterArrival } from './counter.store.js';
export { findCounted, type CountedRow } from './needle-count.store.js';
export { rollUp } from './roll-up.js';
export { startRollUps } from './roll-up-clock.js';
export { findHeard, type MachineTime } from './heard-time.store.js';
