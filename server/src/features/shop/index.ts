export { shopRoutes } from './shop.routes.js';
export { hashPassword } from './shop.service.js';
export { findPerson, findShop, readZoneTimes, type ZoneTime } from './shop.store.js';
