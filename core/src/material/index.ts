export {
  MATERIAL_KINDS,
  MATERIALS,
  materialById,
  type Hardness,
  type Material,
  type MaterialKind,
} from './material.js';
export { stackOf, type Layer, type Stack } from './stack.js';
