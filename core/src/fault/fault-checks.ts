import type { FaultCheck } from './fault-check.js';
import { LOOKS } from './looks.js';
import { PROBES } from './probes.js';
import { SWAPS } from './swaps.js';

/** Everything that can be done about a fault, but for handing the machine over. */
export const FAULT_CHECKS: readonly FaultCheck[] = [...SWAPS, ...LOOKS, ...PROBES];

export const faultCheck = (id: string): FaultCheck | undefined => FAULT_CHECKS.find((one) => one.id === id);

/** Minutes and success of handing a machine over to a specialist. Assumptions. */
export const SPECIALIST = { minutes: 120, success: 0.98 } as const;

/** The traditional order of a chart that knows of no symptom: what the finder is measured against. */
export const FIXED_ORDER: readonly string[] = [
  'newNeedle',
  'needleRead',
  'rethread',
  'reseat',
  'newBobbin',
  'snap',
  'threadRead',
  'spool',
  'newThread',
  'holeFeel',
  'hookFeel',
  'caseLook',
  'guides',
  'gap',
  'timing',
  'drop',
  'topKnob',
  'bobScrew',
  'easeBoth',
  'discs',
  'otherCase',
  'clearHook',
  'footSet',
  'dogLook',
  'stitchSet',
  'backing',
  'handsOff',
  'tails',
  'oil',
  'belt',
  'play',
  'otherLot',
  'slide',
];
