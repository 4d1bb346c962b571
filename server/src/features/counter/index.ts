export { openIntake, type CounterIntake } from './counter-intake.js';
export { findCounted, type CountedRow, type CounterArrival } from './counter.store.js';
export { rollUp } from './roll-up.js';
export { startRollUps } from './roll-up-clock.js';
