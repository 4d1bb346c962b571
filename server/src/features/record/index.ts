export { withdrawEntry } from './record.service.js';
export { recordRoutes } from './record.routes.js';
export { loadBundle } from './bundle.store.js';
