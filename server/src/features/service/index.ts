export { serviceRoutes } from './service.routes.js';
export { readServices } from './service.service.js';
