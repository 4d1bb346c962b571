export { plateRoutes } from './plate.routes.js';
export { movePlate, ON_MACHINE } from './plate.store.js';
