/** The science of the shop, room by room. No interface, no server, no clock, no chance. */
export * from './standing/index.js';
export * from './reference/index.js';
export * from './numeric/index.js';
export * from './units/index.js';
export * from './thread/index.js';
export * from './needle/index.js';
export * from './material/index.js';
export * from './match/index.js';
export * from './tension/index.js';
export * from './practice/index.js';
export * from './gauge/index.js';
export * from './seam/index.js';
export * from './floor/index.js';
export * from './life/index.js';
export * from './rounds/index.js';
export * from './label/index.js';
export * from './catalogue/index.js';
