export { storeRoutes } from './store.routes.js';
export { thingText } from './order-list.js';
export { readNeedleStock, readStore } from './store.service.js';
export { itemRow } from './store-item.store.js';
