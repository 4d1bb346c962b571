export { fitLives, lifeRoutes } from './life.routes.js';
