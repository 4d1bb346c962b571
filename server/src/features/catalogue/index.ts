export { catalogueRoutes } from './catalogue.routes.js';
export { shopValues } from './catalogue.service.js';
