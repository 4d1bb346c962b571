export { faultRoutes } from './fault.routes.js';
