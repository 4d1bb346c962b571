export { floorRoutes } from './floor.routes.js';
export { setPresentSetup } from './machine.service.js';
export { findMachine } from './machine.store.js';
