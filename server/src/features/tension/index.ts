export { balancedSettings } from './tension.store.js';
export { listBobbinCases, putBobbinCaseIn } from './bobbin-case.service.js';
export { logBobbin } from './tension.service.js';
export { tensionRoutes } from './tension.routes.js';
