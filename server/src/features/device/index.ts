export { jsonOf, openDeviceLine, SERVER_USER, type DeviceLine } from './device-line.js';
export { deviceRoutes } from './device.routes.js';
export { hashToken } from './device-token.js';
export { findRevoked, letsIn } from './device.store.js';
