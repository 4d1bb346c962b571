import type { MaterialKind, Stack } from '../material/index.js';
import type { PointFamily } from '../needle/index.js';

/** Needles that can be expected to wear alike: by material, point and machine class. */
export interface LifeGroup<MachineClass extends string = string> {
  readonly material: MaterialKind;
  readonly points: PointFamily;
  readonly machineClass: MachineClass;
  /** What a split group is split by, such as `nm-120`; null for a whole one. */
  readonly part: string | null;
}

/**
 * A group's unique name.
 *
 * @example groupId({ material: 'leather', points: 'cutting', machineClass: 'flatbed', part: null })
 */
export function groupId({ material, points, machineClass, part }: LifeGroup): string {
  const whole = `${material}.${points}.${machineClass}`;
  return part === null ? whole : `${whole}~${part}`;
}

/** The parts of a group's name, unchecked. */
export function readGroupId(id: string): {
  readonly material: string;
  readonly points: string;
  readonly machineClass: string;
  readonly part: string | null;
} {
  const [whole = '', part = null] = id.split('~');
  const [material = '', points = '', machineClass = ''] = whole.split('.');
  return { material, points, machineClass, part };
}

/** Kinds in the order in which they wear a needle, worst first, for stacks of several. Common practice. */
const WORST_FIRST: readonly MaterialKind[] = [
  'coated',
  'leather',
  'webbing',
  'rubber',
  'woven',
  'felt',
  'foam',
];

/**
 * The material that wears the needle: the kind that makes up most of the stack; among equals the one that wears
 * worst.
 */
export function wearingKind(stack: Stack): MaterialKind {
  const thickness = (kind: MaterialKind): number =>
    stack.layers.reduce(
      (sum, { material, thicknessMm, plies }) => sum + (material.kind === kind ? thicknessMm * plies : 0),
      0,
    );
  return WORST_FIRST.map((kind) => ({ kind, mm: thickness(kind) })).reduce((most, one) =>
    one.mm > most.mm + 1e-9 ? one : most,
  ).kind;
}
