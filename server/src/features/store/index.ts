export { storeRoutes } from './store.routes.js';
export { readNeedleStock } from './store.service.js';
export { itemRow } from './store-item.store.js';
