export * from './message.js';
