export { tensionRoutes } from './tension.routes.js';
