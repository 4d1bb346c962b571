export * from './threading-card.js';
