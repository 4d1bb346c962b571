import type { FaultCheck } from './fault-check.js';
import { LOOKS } from './looks.js';
import { PROBES } from './probes.js';
import { SWAPS } from './swaps.js';

/** Everything that can be done about a fault, except handing the machine over. */
export const FAULT_CHECKS: readonly FaultCheck[] = [...SWAPS, ...LOOKS, ...PROBES];

export const faultCheck = (id: string): FaultCheck | undefined => FAULT_CHECKS.find((one) => one.id === id);

/** Minutes and success rate of handing a machine over to a specialist. Assumptions. */
export const SPECIALIST = { minutes: 120, success: 0.98 } as const;

/** The traditional order of a chart that ignores symptoms: the baseline for the finder. */
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
