export { matchRoutes } from './match.routes.js';
export { cardFileOf, importCards } from './setup-cards.service.js';
export { readSetup } from './match.service.js';
export { columnsOf, findSetups, layerRows } from './match.store.js';
