export { CATALOGUE_GROUPS, type CatalogueGroup, type CatalogueValue } from './catalogue-value.js';
export { CATALOGUE, catalogueValue } from './catalogue.js';
