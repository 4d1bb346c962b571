import './schema-words.js';
export { Id, newId } from './id.js';
export { Instant, Name, Version } from './fields.js';
