export * from './plate.js';
