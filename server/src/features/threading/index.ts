export { threadingRoutes } from './threading.routes.js';
