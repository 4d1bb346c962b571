import { reference, type ReferenceValue } from './reference-value.js';

const FITTED = 'fitted to judgements of common practice';
const ORDERS = 'chosen here to order the judgements of common practice';
const MEASURE = 'to be measured on the shop’s own seams';

const band = (name: string, ratio: number) =>
  reference(name, ratio, '', [0.05, 1], 'fitted', FITTED, 'Fit of thread and eye');
const school = (name: string, value: number, standing: 'fitted' | 'assumption', source: string, unit = '') =>
  reference(name, value, unit, unit === 'mm' ? [0, 20] : [0, 1], standing, source, 'School of needle size');
const weight = (name: string, value: number) =>
  reference(name, value, '', [0, 100], 'assumption', ORDERS, 'Ranking of needles');
const plate = (name: string, ratio: number, source: string) =>
  reference(name, ratio, 'blades', [1, 6], 'assumption', source, 'Plate hole');
const stiffness = (of: string, value: number) =>
  reference(
    `Thickness counts over a plate hole for ${of}`,
    value,
    '',
    [0.1, 10],
    'assumption',
    'stiff work bridges a hole that supple work is pushed into; figures chosen here',
    'Plate hole',
  );
const hole = (name: string, value: number, unit: string, source: string) =>
  reference(name, value, unit, [0, 30], 'assumption', source, 'Stitch line and land');

/** The values behind the match. Ratios are thread diameter over blade diameter unless stated otherwise. */
export const MATCH_VALUES = {
  'eye.too-loose-below': band('Very loose below', 0.225),
  'eye.free-below': band('Loose below', 0.265),
  'eye.well-matched-below': band('Good match below', 0.305),
  'eye.snug-below': band('Tight below', 0.38),
  'eye.stressed-below': band('Too thick below; will not pass from here on', 0.5),
  'eye.forced-below': band('Can be forced below, and frays', 0.55),
  'eye.long-eye': reference(
    'A long eye takes the thread of a blade this much thicker',
    1.25,
    'blades',
    [1, 2],
    'assumption',
    'measure the eye of one, and its usual twin’s',
    'Fit of thread and eye',
  ),
  'eye.uncertainty': reference(
    'Uncertainty of the ratio, as a share of it',
    0.05,
    '',
    [0, 0.5],
    'assumption',
    'diameters are computed and needles vary',
    'Fit of thread and eye',
  ),
  // Fitted so that the smallest sizes of common practice come out (Tex 45 on 90, 70 on 100, 90 on 120, 135 on 140,
  // 210 on 180): any value from 0.3034 to 0.3039 does.
  'school.free': school(
    'Largest ratio, loose eye',
    0.3036,
    'fitted',
    'fitted to smallest sizes of common practice',
  ),
  'school.middle': school('Largest ratio, medium eye', 0.34, 'assumption', 'between the two schools'),
  'school.snug': school('Largest ratio, tight eye', 0.38, 'fitted', 'fitted to sizes of common practice'),
  'school.thin-stack': school('Up to this a stack counts as thin in full', 1.5, 'assumption', MEASURE, 'mm'),
  'school.thick-stack': school(
    'From this on a stack no longer counts as thin',
    3,
    'assumption',
    MEASURE,
    'mm',
  ),
  'school.thin-allowance': school('Added to the limit on a thin stack', 0.03, 'assumption', MEASURE),
  'school.abrasive-deduction': school(
    'Subtracted from the limit on abrasive, coated or dry work',
    0.02,
    'assumption',
    MEASURE,
  ),
  'strength.anchor-size': reference(
    'Blade the strength guide is based on',
    110,
    'NM',
    [60, 250],
    'fitted',
    'one fact of common practice; a guide only',
    'Strength guide',
  ),
  'strength.anchor-leather': reference(
    'Leather that blade is normally good for',
    3,
    'mm',
    [0.5, 20],
    'fitted',
    'one fact of common practice; a guide only',
    'Strength guide',
  ),
  // Fitted to one fact of common practice: NM 140 sews about 6 to 10 mm of vegetable-tanned leather.
  'strength.upper-share': reference(
    'Upper end of the strength guide, as a multiple of the lower',
    1.62,
    '',
    [1, 4],
    'fitted',
    'NM 140 for about 6 to 10 mm of leather: common practice, a guide only',
    'Strength guide',
  ),
  'plate.clears': plate('Blade jams below', 1.2, 'thread and blade need room'),
  'plate.good-from': plate('Hole good from', 1.4, 'from common hole sizes'),
  'plate.good-to': plate('Hole good up to', 2, 'from common hole sizes'),
  'plate.gap-share': reference(
    'Work is pushed in when the gap beside the blade is more than this share of it',
    0.6,
    '',
    [0.1, 5],
    'assumption',
    'to be tried on the shop’s own thin work',
    'Plate hole',
  ),
  'stiffness.leather': stiffness('leather', 2),
  'stiffness.woven': stiffness('woven cloth', 1),
  'stiffness.coated': stiffness('coated sheeting', 1),
  'stiffness.webbing': stiffness('webbing', 2),
  'stiffness.felt': stiffness('felt', 1),
  'stiffness.foam': stiffness('foam', 0.8),
  'stiffness.rubber': stiffness('rubber', 1.2),
  'stiffness.soft': stiffness('soft kinds, times', 0.6),
  'stiffness.hard': stiffness('hard kinds, times', 1.5),
  'point.good-from': reference(
    'Point counts as right from a suitability of',
    0.7,
    '',
    [0, 1],
    'assumption',
    ORDERS,
    'Point for the stack',
  ),
  'point.usable-from': reference(
    'Point counts as usable from a suitability of',
    0.45,
    '',
    [0, 1],
    'assumption',
    ORDERS,
    'Point for the stack',
  ),
  'hole.cut-length': hole('Length of a cut', 1.1, 'blades', MEASURE),
  'hole.cut-width': hole('Width of a cut', 0.35, 'blades', MEASURE),
  'hole.shortest-holes': hole('Shortest stitch, in holes along the seam', 2, 'holes', MEASURE),
  'hole.shortest-threads': hole('Shortest stitch, in thread diameters', 3, 'threads', MEASURE),
  'hole.edge': hole('Least edge distance, in holes across the seam', 2, 'holes', MEASURE),
  'hole.edge-cut-cloth': hole('Least edge distance where a point cuts cloth', 6, 'mm', MEASURE),
  'weight.spare-room': weight('Unused room in the eye, per share of the limit', 4),
  'weight.over-limit': weight('Thread over the school’s limit', 4),
  'weight.over-limit-slope': weight('Each share of the limit it is over', 32),
  'weight.too-loose': weight('Thread lost in the eye', 3),
  'weight.strength': weight('Stack beyond the strength guide, per share of the guide', 0.8),
  'weight.point': weight('Point wrong for the stack', 3),
  'weight.finish': weight('Finish wrong for the stack', 1),
  'weight.plate-tight': weight('Plate hole too tight, per blade', 3),
  'weight.plate-big': weight('Plate hole too big, per blade', 0.5),
  'weight.swallows-thin-work': weight('Plate hole that pulls thin cloth in', 2),
  'weight.short-stitch': weight('Stitch shorter than advised, per share', 4),
  'weight.hole-share': weight('Share of the stitch that is hole', 0.3),
  'weight.thread-steps': weight('Thread off the work’s own sizes, per ladder step', 1.5),
  'weight.thread-kind': weight('Thread of the wrong kind for the use', 4),
  'weight.changeover-minute': weight('A minute of changing over', 0.08),
} as const satisfies Readonly<Record<string, ReferenceValue>>;
