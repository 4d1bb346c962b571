export { bookRoutes } from './book.routes.js';
export { bookEnd, enterInBook, verifyBook } from './book.service.js';
export { sealEntries, sealHistory, type BookKeeper } from './book.store.js';
export { startSealing } from './book-clock.js';
