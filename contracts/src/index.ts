/** Everything that crosses a wire or enters a file, room by room. */
export * from './shared/index.js';
export * from './problem/index.js';
export * from './shop/index.js';
export * from './match/index.js';
export * from './floor/index.js';
export * from './changeover/index.js';
export * from './tension/index.js';
export * from './record/index.js';
export * from './catalogue/index.js';
export * from './practice/index.js';
export * from './search/index.js';
export * from './device/index.js';
export * from './job/index.js';
export * from './life/index.js';
export * from './rounds/index.js';
export * from './route/index.js';
export * from './scenario/index.js';
