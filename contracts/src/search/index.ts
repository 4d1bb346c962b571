export { SearchQuery, SearchResult } from './search.js';
