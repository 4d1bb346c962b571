export { recordRoutes } from './record.routes.js';
