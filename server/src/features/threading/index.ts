export { threadingDocument } from './threading.store.js';
export { threadingRoutes } from './threading.routes.js';
