export { CATALOGUE_GROUPS, type CatalogueGroup, type CatalogueValue } from './catalogue-value.js';
export {
  wallChart,
  type WallChart,
  type WallMaterial,
  type WallNeedle,
  type WallThread,
} from './wall-chart.js';
export { CATALOGUE, catalogueValue } from './catalogue.js';
