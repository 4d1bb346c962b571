export { jsonOf, openDeviceLine, SERVER_USER, type DeviceLine } from './device-line.js';
export { deviceRoutes } from './device.routes.js';
export { hashToken } from './device-token.js';
export { openGate, type Gate } from './device-gate.js';
export { readDevice } from './device.service.js';
export { findLetIn, findRevoked } from './device.store.js';
