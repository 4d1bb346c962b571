export { messageRoutes } from './message.routes.js';
export { startMessages } from './message-clock.js';
export { findUndelivered } from './message.store.js';
export { messageSender } from './send-messages.js';
