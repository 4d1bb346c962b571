export * from './hook-check.js';
