export { readShopCalendar } from './shop-calendar.store.js';
export { requireBetween, requireShopTime } from './shop-time.js';
export { requireUncommon } from './common-passwords.js';
export { noteBackup } from './backup.store.js';
export { sessionOf } from './shop.service.js';
export { shopRoutes } from './shop.routes.js';
export { hashPassword } from './passwords.js';
export {
  columnsOfWays,
  findLead,
  findPerson,
  findShop,
  holdsDemo,
  readZoneTimes,
  spoiledRows,
  type ZoneTime,
} from './shop.store.js';
