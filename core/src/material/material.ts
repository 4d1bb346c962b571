import type { Standing } from '../standing/index.js';

/** How a material behaves under a needle. Determines the point and the tension step. */
export const MATERIAL_KINDS = ['leather', 'woven', 'coated', 'webbing', 'felt', 'foam', 'rubber'] as const;
export type MaterialKind = (typeof MATERIAL_KINDS)[number];
export type Hardness = 'soft' | 'medium' | 'hard';

/** A catalogue material. Thickness is typical of one ply and always open to the shop's own measurement. */
export interface Material {
  readonly id: string;
  readonly name: string;
  readonly kind: MaterialKind;
  readonly hardness: Hardness;
  readonly typicalThicknessMm: number;
  /** Abrasive, coated or dry: heats and wears eye and thread. */
  readonly abrasive: boolean;
  /**
   * Smallest blade the trade uses on it whatever the thread, in NM: tough cloth deflects a thinner one. Null if
   * thickness alone decides.
   */
  readonly leastBladeNm: number | null;
  /** Thickness and traits are common practice unless a shop measures them. */
  readonly standing: Standing;
}

// Vegetable-tanned and harness leather heat the needle like other dry work: abrasive, common practice.
// Smallest blades: denim common practice; the others follow its example and are assumptions.
export const MATERIALS: readonly Material[] = [
  material('veg-tan-side', 'Vegetable-tanned side', 'leather', 'medium', 2.0, true),
  material('veg-tan-sole', 'Sole bend, rolled hard', 'leather', 'hard', 4.0, true),
  material('harness', 'Harness leather, curried', 'leather', 'medium', 3.5, true),
  material('chrome-upholstery', 'Chrome-tanned hide, soft', 'leather', 'soft', 1.2),
  material('chrome-split', 'Chrome split for welding wear', 'leather', 'medium', 1.4, true),
  material('latigo', 'Oil-tanned hide, waxy', 'leather', 'medium', 3.2),
  material('garment-leather', 'Garment leather, soft', 'leather', 'soft', 0.8),
  material('rawhide', 'Rawhide, dry', 'leather', 'hard', 1.5, true),
  material('duck-10', 'No. 10 cotton duck', 'woven', 'medium', 0.8, false, 100),
  material('duck-4', 'No. 4 cotton duck', 'woven', 'hard', 1.2, false, 110),
  material('acrylic-canvas', 'Acrylic awning canvas', 'woven', 'medium', 0.5, false, 90),
  material('waxed-canvas', 'Waxed cotton canvas', 'woven', 'medium', 0.7, false, 100),
  material('denim', 'Heavy denim', 'woven', 'medium', 0.9, false, 100),
  material('ballistic-nylon', 'Ballistic nylon cloth', 'woven', 'hard', 0.8, true, 100),
  material('coated-sheet-18', 'Coated polyester sheeting, 18 oz', 'coated', 'medium', 0.6, true, 100),
  material('coated-sheet-22', 'Coated polyester sheeting, 22 oz', 'coated', 'medium', 0.75, true, 100),
  material('clear-window', 'Clear window film', 'coated', 'medium', 0.75, true, 90),
  material('webbing-polyester', 'Polyester webbing, heavy', 'webbing', 'hard', 2.5, true, 120),
  material('webbing-nylon', 'Nylon webbing, light', 'webbing', 'medium', 1.6, false, 100),
  material('webbing-cotton', 'Cotton webbing', 'webbing', 'medium', 2.0, false, 110),
  material('wool-felt', 'Pressed wool felt', 'felt', 'soft', 3.0),
  material('foam-closed', 'Closed-cell foam', 'foam', 'soft', 4.0),
  material('rubber-sheet', 'Rubber sheet', 'rubber', 'medium', 2.0),
  material('rubber-foamed', 'Foamed rubber, cloth-faced', 'rubber', 'soft', 3.0),
];

/** The material with the given id, or undefined. */
export function materialById(id: string): Material | undefined {
  return BY_ID.get(id);
}

const BY_ID = new Map(MATERIALS.map((one) => [one.id, one]));

function material(
  id: string,
  name: string,
  kind: MaterialKind,
  hardness: Hardness,
  typicalThicknessMm: number,
  abrasive = false,
  leastBladeNm: number | null = null,
): Material {
  return { id, name, kind, hardness, typicalThicknessMm, abrasive, leastBladeNm, standing: 'practice' };
}
