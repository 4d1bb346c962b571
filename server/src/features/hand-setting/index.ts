export { handSettingRoutes } from './hand-setting.routes.js';
export { findHandSettings } from './hand-setting.store.js';
