export { changeoverRoutes } from './changeover.routes.js';
export { openChangeoverOf } from './changeover.store.js';
