import type { MaterialKind, Stack } from '../material/index.js';
import type { PointFamily } from '../needle/index.js';

/** Needles that can be expected to wear alike: by what they go through, by their point, by the machine. */
export interface LifeGroup<MachineClass extends string = string> {
  readonly material: MaterialKind;
  readonly points: PointFamily;
  readonly machineClass: MachineClass;
}

/** One name for a group. @example groupId({ material: 'leather', points: 'cutting', machineClass: 'flatbed' }) */
export function groupId({ material, points, machineClass }: LifeGroup): string {
  return `${material}.${points}.${machineClass}`;
}

/** What a group's name names; the parts are not checked. */
export function readGroupId(id: string): {
  readonly material: string;
  readonly points: string;
  readonly machineClass: string;
} {
  const [material = '', points = '', machineClass = ''] = id.split('.');
  return { material, points, machineClass };
}

/** Kinds in the order in which they wear a needle, worst first, where a stack holds several. Common practice. */
const WORST_FIRST: readonly MaterialKind[] = [
  'coated',
  'leather',
  'webbing',
  'rubber',
  'woven',
  'felt',
  'foam',
];

/** What of a stack wears the needle: the kind that makes up most of it; of equals the one that wears worst. */
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
