import { reference, type ReferenceValue } from './reference-value.js';

const JUDGE = 'assumed of people who judge seams; log and compare';
const SEAM = 'assumed; log and re-check against real seams';

const seam = (name: string, value: number, unit: string, [least, most]: [number, number], source = SEAM) =>
  reference(name, value, unit, [least, most], 'assumption', source, 'Next test seam');

const judge = (name: string, value: number) =>
  reference(name, value, 'shares', [0, 100], 'assumption', JUDGE, 'How a person reads seams');

const predict = (name: string, value: number, unit: string, [least, most]: [number, number], source = SEAM) =>
  reference(name, value, unit, [least, most], 'assumption', source, 'Prediction of a setting');

const drop = (name: string, value: number) =>
  reference(
    name,
    value,
    'weights',
    [0.2, 5],
    'practice',
    'common practice of the drop test',
    'Bobbin tension',
  );

/** The values behind the search for the balanced seam. Distances are in half windows. */
export const TENSION_VALUES = {
  'tension.lock-slope': seam('Knot moves per half window, as a share of the stack', 0.35, '', [0.05, 1]),
  'tension.near-threshold': seam('Dots show from', 1, 'half windows', [0.2, 3]),
  'tension.far-threshold': seam('Loops or a flat line show from', 2.3, 'half windows', [1, 6]),
  'tension.threshold-scale': seam('Softness of both', 0.2, 'half windows', [0.01, 1]),
  'tension.neighbour-slip': seam('A judge gives a neighbouring grade', 0.12, '', [0, 0.6], JUDGE),
  'tension.lapse': seam('A judge gives any grade at random', 0.01, '', [0.0001, 0.3], JUDGE),
  'tension.depth-error': seam(
    'Error of a measured knot depth, as a share of the stack',
    0.08,
    '',
    [0.01, 0.5],
  ),
  'judge.lax-by': seam('A lax judge reports dots this much later', 0.6, 'half windows', [0, 3], JUDGE),
  'judge.leaning-by': seam(
    'A biased judge reads every seam this much off',
    0.5,
    'half windows',
    [0, 3],
    JUDGE,
  ),
  'judge.careless-slip': seam('A careless judge gives a neighbouring grade', 0.32, '', [0, 0.8], JUDGE),
  'judge.usual': judge('Judges who read as most do', 58),
  'judge.lax': judge('Lax judges', 6),
  'judge.strict': judge('Strict judges', 5),
  'judge.leans-tight': judge('Judges who read too tight', 7),
  'judge.leans-loose': judge('Judges who read too loose', 7),
  'judge.dots-are-balanced': judge('Judges who call dots balanced', 5),
  'judge.dots-are-faults': judge('Judges who call dots a full fault', 4),
  'judge.careless': judge('Careless judges', 6),
  'judge.guessing': judge('Seams that were not read', 5),
  'tension.coherence': seam(
    'Seams contradict below a chance of',
    0.02,
    '',
    [0, 0.5],
    'chosen; simulated, not sewn',
  ),
  'tension.guessing-chance': seam(
    'Seams count as guessed from a chance of',
    0.2,
    '',
    [0.01, 1],
    'chosen by simulation',
  ),
  'tension.claim-guessing': seam(
    'No claim if seams may be guessed with a chance of',
    0.01,
    '',
    [0.0001, 1],
    'chosen by simulation',
  ),
  // About one seam less than at 0.85; the cost of that is in docs/tension-search.md.
  'tension.keep-chance': seam(
    'Likely enough to keep, seen balanced, light work',
    0.75,
    '',
    [0.5, 0.999],
    'chosen by simulation',
  ),
  'tension.keep-chance-heavy': seam(
    'Likely enough to keep, seen balanced, heavy leather',
    0.8,
    '',
    [0.5, 0.999],
    'chosen by simulation',
  ),
  'tension.longest-move-light': seam('Longest move for one seam, light work', 1, 'turns', [0.125, 20]),
  'tension.longest-move-heavy': seam('Longest move for one seam, heavy leather', 2, 'turns', [0.125, 20]),
  'tension.lock-law-error': seam(
    'Scatter of the knot about the model, as a share of the stack',
    0.12,
    '',
    [0, 0.5],
  ),
  'tension.depth-slip': seam('A measured knot is misread', 0.05, '', [0.001, 0.5]),
  'tension.light-window-low': seam('Narrowest window, light work', 0.45, 'turns', [0.05, 5]),
  'tension.light-window-high': seam('Widest window, light work', 1.2, 'turns', [0.1, 10]),
  'tension.heavy-window-low': seam('Narrowest window, heavy leather', 1, 'turns', [0.1, 5]),
  'tension.heavy-window-high': seam('Widest window, heavy leather', 2.8, 'turns', [0.2, 12]),
  // Above 0.95, since the model is only approximately right: skewed windows and uneven knobs must satisfy the claim
  // too.
  'tension.stop-chance': seam(
    'Chance in the model from which 95 % is claimed',
    0.97,
    '',
    [0.5, 0.999],
    'chosen by simulation, so that claims of 95 % hold',
  ),
  'tension.good-share': seam(
    'Weight of being good already, beside learning',
    0.35,
    'nats',
    [0, 3],
    'chosen by simulation',
  ),
  'tension.edge-chance': seam(
    'Chance of a fault beyond the edge that is aimed for',
    0.85,
    '',
    [0.1, 0.99],
    'chosen by simulation',
  ),
  'tension.least-chance': seam('Sure enough for the least tension', 0.9, '', [0.5, 0.999], 'chosen'),
  'tension.pre-share': reference(
    'The pre-tension moves by this share of the top',
    0.5,
    '',
    [0, 1],
    'practice',
    'common practice: half as much',
    'Pre-tension',
  ),
  'tension.work-noise': predict('Scatter of a setting by hand and work', 0.15, 'turns', [0.01, 3]),
  'tension.machine-spread': predict('Machines differ by', 1.2, 'turns', [0.05, 10]),
  'tension.thread-slope-mean': predict(
    'Tighter per 0.1 mm of thread, expected',
    -0.8,
    'turns',
    [-5, 5],
    'one practitioner’s machine: a thicker thread is squeezed harder, and he loosened',
  ),
  'tension.thread-slope': predict(
    'Spread of that among machines',
    0.8,
    'turns',
    [0.01, 5],
    'so wide that its sign is open: the machine’s own settings tell',
  ),
  'tension.jump-spread': predict('Added to the spread by each ladder step of a jump', 0.25, 'turns', [0, 5]),
  'tension.stack-slope-mean': predict('Tighter per 2 mm of stack, expected', 0.3, 'turns', [-5, 5]),
  'tension.stack-slope': predict('Spread of that among machines', 0.2, 'turns', [0.01, 5]),
  'bobbin.target-low': reference(
    'Bobbin tension target, least',
    0.5,
    'cN/tex',
    [0.05, 10],
    'memory',
    'from memory, right within a factor of two: a starting point',
    'Bobbin tension',
  ),
  'bobbin.target-high': reference(
    'Bobbin tension target, most',
    1.2,
    'cN/tex',
    [0.05, 10],
    'memory',
    'from memory, right within a factor of two: a starting point',
    'Bobbin tension',
  ),
  'bobbin.creeps-from': drop('Case creeps when jerked from', 1.05),
  'bobbin.creeps-centre': drop('Case that creeps holds about', 1.2),
  'bobbin.creeps-to': drop('Case hangs dead from', 1.5),
} as const satisfies Readonly<Record<string, ReferenceValue>>;
