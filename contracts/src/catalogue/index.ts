export { lastEntries, presentShopValues, ShopValueEntry, ShopValueInput } from './shop-value.js';
