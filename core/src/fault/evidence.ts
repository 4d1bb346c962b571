import type { Standing } from '../standing/index.js';
import { rows } from './shares.js';

/** Something known about a fault before anything is inspected. */
export interface Evidence {
  readonly id: string;
  readonly question: string;
  readonly options: readonly string[];
  /** Probability of each option whatever the cause. */
  readonly base: readonly number[];
  /** Probability of each option given a cause; for a cause not listed, the base. */
  readonly given: Readonly<Record<string, readonly number[]>>;
  readonly standing: Standing;
}

export const EVIDENCE: readonly Evidence[] = [
  {
    id: 'strike',
    question: 'A needle broke or struck something since the last good seam',
    options: ['no', 'yes'],
    base: [0.94, 0.06],
    standing: 'practice',
    given: rows(`
      n_bent 0.45 0.55
      n_hooked 0.6 0.4
      k_hookpoint 0.4 0.6
      k_hookbody 0.5 0.5
      k_plate 0.55 0.45
      k_dog 0.55 0.45
      k_case 0.75 0.25
      h_timing 0.6 0.4
      h_close 0.7 0.3
      n_blunt 0.88 0.12
      b_case 0.88 0.12
    `),
  },
  {
    id: 'thick',
    question: 'It began on something very thick or hard',
    options: ['no', 'yes'],
    base: [0.94, 0.06],
    standing: 'practice',
    given: rows(`
      h_timing 0.6 0.4
      n_bent 0.65 0.35
      h_close 0.8 0.2
      n_small 0.75 0.25
      n_point 0.85 0.15
      f_light 0.8 0.2
      n_blunt 0.9 0.1
    `),
  },
  {
    id: 'newThread',
    question: 'New spool or thread lot just before it began',
    options: ['no', 'yes'],
    base: [0.92, 0.08],
    standing: 'assumption',
    given: rows(`
      t_rotten 0.7 0.3
      t_unsuit 0.5 0.5
      t_wound 0.6 0.4
      t_thick 0.6 0.4
      n_small 0.75 0.25
      x_topTight 0.8 0.2
      x_topLoose 0.8 0.2
      p_guide 0.7 0.3
      p_discs 0.7 0.3
      p_foot 0.7 0.3
      p_spring 0.75 0.25
      p_side 0.8 0.2
    `),
  },
  {
    id: 'needleJust',
    question: 'Needle changed just before it began',
    options: ['no', 'yes'],
    base: [0.92, 0.08],
    standing: 'assumption',
    given: rows(`
      n_turned 0.25 0.75
      n_low 0.3 0.7
      n_system 0.4 0.6
      n_lot 0.4 0.6
      p_side 0.5 0.5
      n_small 0.7 0.3
      n_point 0.7 0.3
      n_big 0.7 0.3
      n_blunt 0.99 0.01
      n_bent 0.97 0.03
      n_hooked 0.97 0.03
    `),
  },
  {
    id: 'newNeedles',
    question: 'Needles from a lot not used before',
    options: ['no', 'yes'],
    base: [0.94, 0.06],
    standing: 'practice',
    given: rows(`
      n_lot 0.25 0.75
      n_system 0.65 0.35
      n_small 0.88 0.12
      n_point 0.8 0.2
      n_big 0.88 0.12
    `),
  },
  {
    id: 'changeover',
    question: 'Set-up changed just before it began',
    options: ['no', 'yes'],
    base: [0.88, 0.12],
    standing: 'assumption',
    given: rows(`
      n_small 0.5 0.5
      n_big 0.5 0.5
      n_system 0.6 0.4
      n_point 0.5 0.5
      n_low 0.65 0.35
      n_turned 0.65 0.35
      x_topTight 0.5 0.5
      x_topLoose 0.5 0.5
      x_bobTight 0.55 0.45
      x_bobLoose 0.55 0.45
      x_bothTight 0.6 0.4
      t_thick 0.5 0.5
      f_heavy 0.6 0.4
      f_light 0.6 0.4
      f_dial 0.6 0.4
      g_hole 0.5 0.5
      p_guide 0.65 0.35
      p_discs 0.65 0.35
      p_foot 0.65 0.35
      p_spring 0.7 0.3
      t_unsuit 0.7 0.3
      t_bob 0.7 0.3
      n_blunt 0.96 0.04
      n_bent 0.94 0.06
    `),
  },
  {
    id: 'bobbinJust',
    question: 'Bobbin changed just before it began',
    options: ['no', 'yes'],
    base: [0.85, 0.15],
    standing: 'assumption',
    given: rows(`
      b_back 0.2 0.8
      b_seat 0.3 0.7
      t_bobwound 0.35 0.65
      t_bob 0.4 0.6
      p_tails 0.7 0.3
    `),
  },
  {
    id: 'hours',
    question: 'Running hours on the needle',
    options: ['under 2', '2 to 8', '8 to 16', 'over 16'],
    base: [0.3, 0.4, 0.2, 0.1],
    standing: 'practice',
    given: rows(`
      n_blunt 0.05 0.27 0.38 0.3
      n_hooked 0.15 0.35 0.3 0.2
      n_low 0.65 0.2 0.1 0.05
      n_turned 0.75 0.15 0.07 0.03
      n_system 0.6 0.25 0.1 0.05
      n_lot 0.7 0.2 0.07 0.03
    `),
  },
  {
    id: 'fit',
    question: 'Thread in the needle',
    options: ['loose', 'good', 'snug', 'stressed'],
    base: [0.06, 0.62, 0.24, 0.08],
    standing: 'assumption',
    given: rows(`
      n_small 0.002 0.08 0.32 0.598
      n_big 0.65 0.3 0.045 0.005
      t_thick 0.02 0.3 0.33 0.35
    `),
  },
  {
    id: 'gapHole',
    question: 'Hole is large for this stack',
    options: ['no', 'yes'],
    base: [0.9, 0.1],
    standing: 'assumption',
    given: rows(`
      g_hole 0.05 0.95
    `),
  },
  {
    id: 'feed',
    question: 'Feed',
    options: ['drop', 'compound', 'other'],
    base: [0.3, 0.6, 0.1],
    standing: 'practice',
    given: rows(`
      k_plate 0.78 0.02 0.2
      k_dog 0.04 0.92 0.04
    `),
  },
  {
    id: 'serviceDue',
    question: 'Cleaning or oil overdue',
    options: ['no', 'yes'],
    base: [0.75, 0.25],
    standing: 'assumption',
    given: rows(`
      b_lint 0.5 0.5
      h_jam 0.55 0.45
      d_wax 0.6 0.4
      f_lint 0.5 0.5
      m_oil 0.3 0.7
      m_wear 0.6 0.4
    `),
  },
  {
    id: 'atStart',
    question: 'Only in the first stitches of a seam',
    options: ['no', 'yes'],
    base: [0.92, 0.08],
    standing: 'practice',
    given: rows(`
      p_tails 0.1 0.9
      b_seat 0.9 0.1
    `),
  },
  {
    id: 'others',
    question: 'Other machines on this thread or needle lot do it too',
    options: ['no', 'yes'],
    base: [0.96, 0.04],
    standing: 'assumption',
    given: rows(`
      t_rotten 0.65 0.35
      t_unsuit 0.65 0.35
      n_lot 0.5 0.5
    `),
  },
  {
    id: 'knob',
    question: 'A tension knob or screw was turned since it last sewed well',
    options: ['no', 'yes'],
    base: [0.88, 0.12],
    standing: 'assumption',
    given: rows(`
      x_topTight 0.4 0.6
      x_topLoose 0.4 0.6
      x_bobTight 0.6 0.4
      x_bobLoose 0.6 0.4
      x_bothTight 0.5 0.5
    `),
  },
  {
    id: 'atThick',
    question: 'Only over crossings or thick places',
    options: ['no', 'yes'],
    base: [0.9, 0.1],
    standing: 'practice',
    given: rows(`
      f_light 0.55 0.45
      n_small 0.7 0.3
      o_pull 0.75 0.25
      n_point 0.8 0.2
      h_timing 0.8 0.2
    `),
  },
];

export const evidenceById = (id: string): Evidence | undefined => EVIDENCE.find((one) => one.id === id);
