import type { HookSide } from '@gantelet/core';
import type { Machine } from '@gantelet/contracts';

export const CLASS_WORDS: Readonly<Record<Machine['machineClass'], string>> = {
  flatbed: 'flatbed',
  cylinder: 'cylinder arm',
  post: 'post bed',
  'long-arm': 'long arm',
  portable: 'portable',
};

export const FEED_WORDS: Readonly<Record<Machine['feed'], string>> = {
  drop: 'drop feed',
  'walking-foot': 'walking foot',
  needle: 'needle feed',
  compound: 'compound feed',
};

export const DUTY_WORDS: Readonly<Record<Machine['duty'], string>> = {
  light: 'light',
  medium: 'medium',
  heavy: 'heavy',
};

export const HOOK_WORDS: Readonly<Record<HookSide, string>> = {
  left: 'left of the needle',
  right: 'right of the needle',
  front: 'in front of the needle',
  back: 'behind the needle',
};
