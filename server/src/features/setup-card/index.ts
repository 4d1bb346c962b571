export { setupCardRoutes } from './setup-card.routes.js';
