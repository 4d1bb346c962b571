export { practiceRoutes } from './practice.routes.js';
