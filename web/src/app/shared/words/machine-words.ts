import type { Drive, HookSide, SpeedAdvice, StitchControl } from '@gantelet/core';
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

export const STITCH_CONTROL_WORDS: Readonly<Record<StitchControl, string>> = {
  dial: 'a numbered dial',
  'lever-stop': 'a lever against a stop',
  screw: 'a screw',
};

export const DRIVE_WORDS: Readonly<Record<Drive, string>> = {
  clutch: 'clutch motor',
  'clutch-reducer': 'clutch motor with a reducer',
  servo: 'servo motor',
  'servo-reducer': 'servo motor with a reducer',
  hand: 'by hand or treadle',
};

/** How to sew thick and hard work. Common practice. */
export const SPEED_WORDS: Readonly<Record<SpeedAdvice, string>> = {
  'as-usual': 'Slow down over a step.',
  slow: 'Thick leather is sewn slowly, one stitch at a time over a step: a fast needle heats, bends and is pushed off line.',
  'by-hand-wheel':
    'Thick leather is sewn one stitch at a time. A clutch without a reducer grips all at once: turn the hand wheel over a step, or fit a reducer.',
};

export const HOOK_WORDS: Readonly<Record<HookSide, string>> = {
  left: 'left of the needle',
  right: 'right of the needle',
  front: 'in front of the needle',
  back: 'behind the needle',
};
