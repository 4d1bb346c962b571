export { readShopTimes, type ShopTimes, type ZoneTime } from './shop-times.store.js';
export { readShopCalendar } from './shop-calendar.store.js';
export { requireBetween, requireShopTime } from './shop-time.js';
export { requireUncommon } from './common-passwords.js';
export { sessionOf, sessionOnTablet, toldSession } from './shop.service.js';
export { shopRoutes } from './shop.routes.js';
export { makeSignInCode } from './people.service.js';
export { accountOf, findPeople, lockPerson } from './people.store.js';
export { hashPassword, isPassword } from './passwords.js';
export {
  columnsOfWays,
  findLead,
  findPasswordHash,
  findPerson,
  findShop,
  holdsDemo,
  spoiledRows,
} from './shop.store.js';
