export { tabletRoutes } from './tablet.routes.js';
export { dropLock, findLocked } from './pin-lock.store.js';
