export { tabletRoutes } from './tablet.routes.js';
