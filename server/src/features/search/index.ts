export { searchRoutes } from './search.routes.js';
