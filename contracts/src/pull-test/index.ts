export * from './pull-test.js';
