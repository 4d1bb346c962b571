import { reference, type ReferenceValue } from './reference-value.js';

const ONE = 'one practitioner’s proposal; adjust it to your own needles';

const friction = (name: string, value: number, standing: 'practice' | 'assumption', source: string) =>
  reference(name, value, '', [0.02, 1.5], standing, source, 'Friction of an eye');
const share = (name: string, value: number, standing: 'practice' | 'assumption', source: string) =>
  reference(name, value, '', [0.01, 1], standing, source, 'Running hours of a needle');

const lot = (name: string, value: number, range: readonly [number, number]) =>
  reference(
    name,
    value,
    '',
    range,
    'assumption',
    'how much risk a delivery may carry',
    'Checking a delivery',
  );

/** Defaults for needle checks and running hours until a shop has measured. */
export const GAUGE_VALUES = {
  'gauge.most-friction': friction(
    'Most friction an eye may show, as a share of the pull',
    0.35,
    'practice',
    ONE,
  ),
  'gauge.borderline-from': friction('Friction is borderline from', 0.3, 'practice', ONE),
  'gauge.borderline-to': friction('Friction is borderline up to', 0.4, 'practice', ONE),
  'gauge.usual-friction': friction(
    'Friction of a good eye, if not measured',
    0.25,
    'practice',
    'one good needle, measured once',
  ),
  'gauge.consistent-within': friction(
    'Both pulls fit the weight within',
    0.05,
    'assumption',
    'pull the same needle several times',
  ),
  'check.caliper-sd': reference(
    'Error of a caliper, one standard deviation',
    0.03,
    'mm',
    [0.002, 0.2],
    'assumption',
    'measure one needle ten times',
    'Telling needles apart',
  ),
  'check.rule-sd': reference(
    'Error of a ruler, one standard deviation',
    0.3,
    'mm',
    [0.01, 2],
    'assumption',
    'measure one needle ten times',
    'Telling needles apart',
  ),
  'lot.bad-share': lot('Share of bad needles in a delivery that must be found', 0.1, [0.01, 0.5]),
  'lot.miss-risk': lot('Risk that such a delivery is accepted', 0.1, [0.001, 0.5]),
  'lot.bad-allowed': lot('Bad needles allowed in a sample', 0, [0, 5]),
  'work.needle-share': share(
    'Share of a shift that the needle runs, without spot checks',
    1 / 3,
    'practice',
    'one practitioner’s shop; do spot checks in your own',
  ),
  'work.needle-share-low': share('That share, lower limit', 0.2, 'assumption', 'do spot checks'),
  'work.needle-share-high': share('That share, upper limit', 0.5, 'assumption', 'do spot checks'),
} as const satisfies Readonly<Record<string, ReferenceValue>>;
