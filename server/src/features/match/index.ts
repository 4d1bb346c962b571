export { matchRoutes } from './match.routes.js';
export { readSetup } from './match.service.js';
export { columnsOf, findSetups, insertSetup, layerRows } from './match.store.js';
export { needleProblems } from './setup-fit.js';
