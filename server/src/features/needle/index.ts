export { requireLot } from './needle-lot.service.js';
export { needleRoutes } from './needle.routes.js';
