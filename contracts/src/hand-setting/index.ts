export * from './hand-setting.js';
