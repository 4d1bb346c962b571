import type { Probe } from './fault-check.js';
import { rows } from './shares.js';

/** What separates the causes without fixing anything. Probabilities and minutes are assumptions. */
export const PROBES: readonly Probe[] = [
  {
    id: 'pull',
    name: 'Pull both threads by hand, foot up then down',
    kind: 'probe',
    minutes: 0.6,
    who: 'operator',
    powerOff: false,
    needs: [],
    standing: 'practice',
    outcomes: ['even', 'top slack', 'top tight or jerky', 'bobbin slack', 'bobbin tight or jerky'],
    base: [0.88, 0.03, 0.03, 0.03, 0.03],
    given: rows(`
      p_discs 0.1 0.84 0.02 0.02 0.02
      p_foot 0.1 0.84 0.02 0.02 0.02
      p_spring 0.66 0.25 0.03 0.03 0.03
      x_topLoose 0.3 0.62 0.02 0.03 0.03
      x_topTight 0.3 0.02 0.62 0.03 0.03
      x_bothTight 0.2 0.02 0.45 0.02 0.31
      x_bobTight 0.25 0.02 0.03 0.02 0.68
      x_bobLoose 0.25 0.02 0.03 0.68 0.02
      b_lint 0.25 0.02 0.03 0.5 0.2
      d_wax 0.35 0.15 0.45 0.02 0.03
      t_wound 0.42 0.02 0.5 0.03 0.03
      k_guide 0.64 0.02 0.28 0.03 0.03
      p_guide 0.64 0.25 0.05 0.03 0.03
      b_seat 0.5 0.02 0.03 0.4 0.05
      b_back 0.6 0.02 0.03 0.3 0.05
      b_case 0.45 0.02 0.03 0.3 0.2
      t_thick 0.3 0.02 0.2 0.02 0.46
      n_small 0.58 0.02 0.35 0.02 0.03
      n_lot 0.62 0.02 0.3 0.03 0.03
      t_bobwound 0.45 0.02 0.03 0.1 0.4
    `),
  },
  {
    id: 'whereFrays',
    name: 'Look where it frays: before the take-up, or piled up above the eye',
    kind: 'probe',
    minutes: 0.3,
    who: 'operator',
    powerOff: false,
    needs: [],
    standing: 'practice',
    only: ['shreds', 'breaksTop'],
    outcomes: ['above the eye', 'before the take-up'],
    base: [0.94, 0.06],
    given: rows(`
      t_rotten 0.5 0.5
      t_unsuit 0.5 0.5
      k_guide 0.3 0.7
      p_guide 0.6 0.4
      t_wound 0.6 0.4
    `),
  },
  {
    id: 'handTurn',
    name: 'Turn the wheel by hand through one stitch: free, or does it catch?',
    kind: 'probe',
    minutes: 0.4,
    who: 'operator',
    powerOff: true,
    needs: [],
    standing: 'practice',
    outcomes: ['free', 'catches or knocks'],
    base: [0.95, 0.05],
    given: rows(`
      h_jam 0.25 0.75
      h_close 0.5 0.5
      h_timing 0.55 0.45
      n_bent 0.65 0.35
      b_seat 0.5 0.5
      m_oil 0.5 0.5
      m_wear 0.5 0.5
      b_case 0.7 0.3
      n_system 0.65 0.35
      n_low 0.7 0.3
      m_belt 0.85 0.15
    `),
  },
  {
    id: 'pickUp',
    name: 'Turn by hand: is the loop caught at every stitch?',
    kind: 'probe',
    minutes: 0.8,
    who: 'operator',
    powerOff: true,
    needs: [],
    standing: 'practice',
    outcomes: ['every stitch', 'misses some'],
    base: [0.96, 0.04],
    given: rows(`
      h_timing 0.12 0.88
      h_wide 0.4 0.6
      n_turned 0.25 0.75
      n_low 0.35 0.65
      n_system 0.3 0.7
      n_bent 0.6 0.4
      k_hookpoint 0.65 0.35
      n_blunt 0.9 0.1
    `),
  },
  {
    id: 'scrap',
    name: 'Sew proven scrap with proven thread: does the fault stay?',
    kind: 'probe',
    minutes: 3,
    who: 'operator',
    powerOff: false,
    needs: [],
    standing: 'assumption',
    outcomes: ['stays', 'gone'],
    base: [0.95, 0.05],
    given: rows(`
      g_hole 0.15 0.85
      n_point 0.4 0.6
      n_small 0.6 0.4
      n_big 0.6 0.4
      f_light 0.5 0.5
      f_heavy 0.7 0.3
      t_rotten 0.1 0.9
      t_unsuit 0.1 0.9
      t_wound 0.3 0.7
      t_thick 0.2 0.8
      o_pull 0.4 0.6
      n_blunt 0.85 0.15
    `),
  },
];
