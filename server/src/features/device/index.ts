export { openDeviceLine, SERVER_USER, type DeviceLine } from './device-line.js';
export { deviceRoutes } from './device.routes.js';
export { brokerHash, hashToken } from './device-token.js';
export { openGate, type Gate } from './device-gate.js';
export { readDevice } from './device.service.js';
export { findBrokerUsers, findLetIn, findRevoked, type BrokerUser } from './device.store.js';
