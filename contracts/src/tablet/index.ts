export * from './tablet.js';
