export { readShopCalendar } from './shop-calendar.store.js';
export { requireBetween, requireShopTime } from './shop-time.js';
export { shopRoutes } from './shop.routes.js';
export { hashPassword } from './passwords.js';
export {
  columnsOfWays,
  findLead,
  findPerson,
  findShop,
  readZoneTimes,
  spoiledRows,
  type ZoneTime,
} from './shop.store.js';
