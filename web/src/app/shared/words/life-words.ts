import { needleFinish } from '@gantelet/core';
import type { MaterialKind, PointFamily, RunToFailureReason, Sensitivity } from '@gantelet/core';
import type { GroupReport, LifeGroup } from '@gantelet/contracts';
import { CLASS_WORDS } from './machine-words';
import { shortNumber } from '../locale';

const KIND_WORDS: Readonly<Record<MaterialKind, string>> = {
  leather: 'Leather',
  woven: 'Canvas and cloth',
  coated: 'Coated sheeting',
  webbing: 'Webbing',
  felt: 'Felt',
  foam: 'Foam',
  rubber: 'Rubber',
};

const POINT_WORDS: Readonly<Record<PointFamily, string>> = {
  cloth: 'cloth points',
  cutting: 'cutting points',
};

/** What is sewn, as a heading. */
export function kindText(kind: MaterialKind): string {
  return KIND_WORDS[kind];
}

/** A group in words. @example 'Leather, cutting points, flatbed' */
export function groupText({ material, points, machineClass, part }: LifeGroup): string {
  const whole = `${KIND_WORDS[material]}, ${POINT_WORDS[points]}, ${CLASS_WORDS[machineClass]}`;
  return part === null ? whole : `${whole}, ${partText(part)}`;
}

/** The part of a split group. @example partText('nm-120') // 'NM 120' */
function partText(part: string): string {
  const nm = /^nm-(\d+)$/.exec(part)?.[1];
  return nm === undefined ? (needleFinish(part)?.name ?? part) : `NM ${nm}`;
}

/** Running hours to a tenth, without a decimal if it is zero. */
export function hoursText(hours: number): string {
  return `${shortNumber(hours, hours < 20 ? 1 : 0)} h`;
}

/** What to do, in short. */
export function adviceShort({ advice }: GroupReport): string {
  switch (advice.do) {
    case 'interval':
      return `change at ${hoursText(advice.intervalHours!)}`;
    case 'run-to-failure':
      return 'run to failure';
    case 'too-little':
      return `${advice.failures} of ${advice.wanted} failures needed`;
  }
}

export const RUN_REASONS: Readonly<Record<RunToFailureReason, string>> = {
  'does-not-wear': 'Old needles fail no sooner than new ones here, so changing early gains nothing.',
  'failure-costs-no-more': 'A worn needle costs no more than a planned change.',
  'saves-too-little': 'A planned change would save less than 2 %.',
};

export const SENSITIVITY_WORDS: Readonly<Record<Sensitivity['of'], string>> = {
  'wear-cost': 'a worn needle costs',
  shape: 'wear sets in',
  scale: 'needles last',
};

/** How an input is off. @example offText('scale', 0.8) // 'needles last 0.8 times as long' */
export function offText(of: Sensitivity['of'], times: number): string {
  const how = { 'wear-cost': 'as much', shape: 'as sharply', scale: 'as long' }[of];
  return `${SENSITIVITY_WORDS[of]} ${times} times ${how}`;
}
