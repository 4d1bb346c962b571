export { pullTestRoutes } from './pull-test.routes.js';
