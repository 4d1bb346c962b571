export { reference, type ReferenceValue } from './reference-value.js';
export { SHIPPED_VALUES, withShopValues, type ShopValue, type ValueId, type Values } from './values.js';
