export { balancedSettings } from './tension.store.js';
export { listBobbinCases, logBobbin } from './tension.service.js';
export { tensionRoutes } from './tension.routes.js';
