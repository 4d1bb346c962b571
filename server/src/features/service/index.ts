export { serviceRoutes } from './service.routes.js';
export { serviceKindColumns } from './service-kind.store.js';
export { readServices } from './service.service.js';
