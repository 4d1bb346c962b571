import './schema-words.js';
export { fixedId, Id, newId } from './id.js';
export { isSecret, secret, withoutSecrets } from './secret.js';
export { isOfOurTime } from './fields.js';
export { ClaimedInstant, ContentVersion, Day, HoleMm, Instant, Line, Name, Version } from './fields.js';
