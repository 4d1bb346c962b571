export { hookRoutes } from './hook.routes.js';
