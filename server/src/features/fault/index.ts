export { faultRoutes } from './fault.routes.js';
export { faultRow } from './fault.store.js';
