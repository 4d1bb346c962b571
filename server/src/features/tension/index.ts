export { balancedSettings } from './tension.store.js';
export { tensionRoutes } from './tension.routes.js';
