export { noteBackup, noteRestoreDrill } from './safekeeping.store.js';
export { safekeepingRoutes } from './safekeeping.routes.js';
