export { fitLives, lifeRoutes } from './life.routes.js';
export { startNightlyFits } from './nightly-fit.js';
