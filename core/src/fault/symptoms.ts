import type { Standing } from '../standing/index.js';
import { shares } from './shares.js';

/** What somebody sees or hears at a machine that does not sew properly. */
export interface Symptom {
  readonly id: string;
  readonly name: string;
  /** Share of all faults. */
  readonly share: number;
  /** Probability that a test seam is good by luck while the fault is still there. */
  readonly quiet: number;
  /** Share of each cause among the faults with this symptom; they add up to 1. */
  readonly weights: Readonly<Record<string, number>>;
  readonly standing: Standing;
}

/**
 * Which causes belong to a symptom is common practice, such as nine in ten skips being the needle; every share is an
 * assumption until the shop's own findings replace it.
 */
export const SYMPTOMS: readonly Symptom[] = [
  {
    id: 'skips',
    name: 'Skipped stitches',
    share: 0.19,
    quiet: 0.12,
    standing: 'assumption',
    weights: shares(
      `n_blunt 0.39604 n_bent 0.13861 n_hooked 0.0495 n_system 0.05941 n_low 0.07921 n_turned 0.0495 n_small 0.0396 n_big 0.0396 n_point 0.0396 n_lot 0.00297 h_timing 0.0297 h_wide 0.01584 f_light 0.0198 g_hole 0.0099 p_spring 0.00495 p_guide 0.00396 k_hookpoint 0.00594 p_side 0.00396 h_jam 0.00297 other 0.00891`,
    ),
  },
  {
    id: 'shreds',
    name: 'Needle thread shreds or frays',
    share: 0.13,
    quiet: 0.25,
    standing: 'assumption',
    weights: shares(
      `t_rotten 0.15 t_unsuit 0.08 n_small 0.14 n_blunt 0.08 n_hooked 0.07 n_bent 0.02 n_lot 0.04 k_hookpoint 0.07 k_hookbody 0.07 k_plate 0.04 k_dog 0.05 k_case 0.025 k_guide 0.04 h_close 0.04 x_topTight 0.04 p_guide 0.01 t_wound 0.015 t_thick 0.01 other 0.01`,
    ),
  },
  {
    id: 'breaksTop',
    name: 'Needle thread breaks',
    share: 0.11,
    quiet: 0.2,
    standing: 'assumption',
    weights: shares(
      `x_topTight 0.12621 t_rotten 0.1165 t_wound 0.06796 p_guide 0.05825 p_discs 0.03883 p_foot 0.01942 p_side 0.01942 p_spring 0.02913 n_blunt 0.05825 n_bent 0.04854 n_hooked 0.04854 n_small 0.06796 n_turned 0.02913 n_lot 0.01942 k_hookpoint 0.04854 k_hookbody 0.02913 k_plate 0.01942 k_dog 0.01942 k_guide 0.01942 h_jam 0.02913 h_close 0.00971 h_timing 0.02913 t_unsuit 0.03883 other 0.00971`,
    ),
  },
  {
    id: 'breaksBob',
    name: 'Bobbin thread breaks',
    share: 0.04,
    quiet: 0.2,
    standing: 'assumption',
    weights: shares(
      `x_bobTight 0.22 b_lint 0.11 k_case 0.11 t_bob 0.12 t_bobwound 0.12 b_back 0.06 t_thick 0.05 b_case 0.05 k_hookbody 0.03 k_plate 0.03 h_jam 0.04 x_bothTight 0.03 b_seat 0.02 other 0.01`,
    ),
  },
  {
    id: 'nest',
    name: 'Nest or loops below',
    share: 0.12,
    quiet: 0.06,
    standing: 'assumption',
    weights: shares(
      `p_discs 0.18812 p_foot 0.15842 p_tails 0.13861 p_spring 0.0495 p_guide 0.0495 x_topLoose 0.08911 x_bobLoose 0.0495 b_seat 0.06931 b_back 0.0396 b_case 0.0198 b_lint 0.0297 n_bent 0.0396 n_low 0.0099 h_jam 0.0297 h_timing 0.0099 f_low 0.00594 f_heavy 0.00396 d_wax 0.0099 o_pull 0.00297 other 0.00693`,
    ),
  },
  {
    id: 'loopsTop',
    name: 'Loops or bobbin thread on top',
    share: 0.06,
    quiet: 0.05,
    standing: 'assumption',
    weights: shares(
      `x_topTight 0.41 x_bobLoose 0.17 b_lint 0.15 b_seat 0.05 b_back 0.04 b_case 0.05 d_wax 0.04 t_bobwound 0.03 t_wound 0.025 p_guide 0.01 t_thick 0.01 t_bob 0.007 other 0.008`,
    ),
  },
  {
    id: 'pucker',
    name: 'Pucker',
    share: 0.05,
    quiet: 0.05,
    standing: 'assumption',
    weights: shares(
      `x_bothTight 0.25 x_topTight 0.12 x_bobTight 0.07 g_hole 0.14 n_big 0.08 n_blunt 0.09 n_point 0.03 f_heavy 0.05 f_light 0.02 f_dial 0.03 t_unsuit 0.02 f_lint 0.015 d_wax 0.03 t_thick 0.02 t_wound 0.02 other 0.015`,
    ),
  },
  {
    id: 'clunk',
    name: 'Clunk at each stitch',
    share: 0.05,
    quiet: 0.06,
    standing: 'assumption',
    weights: shares(
      `n_blunt 0.55 n_bent 0.15 n_hooked 0.05 n_big 0.03 n_point 0.04 n_low 0.03 n_system 0.02 h_timing 0.04 h_close 0.03 b_seat 0.02 m_wear 0.02 h_jam 0.01 other 0.01`,
    ),
  },
  {
    id: 'ndlBreaks',
    name: 'Needle breaks again and again',
    share: 0.05,
    quiet: 0.35,
    standing: 'assumption',
    weights: shares(
      `n_small 0.15 o_pull 0.14 h_timing 0.13 h_close 0.1 n_system 0.08 n_low 0.08 b_seat 0.08 x_topTight 0.06 n_point 0.04 b_case 0.04 f_light 0.03 n_turned 0.02 m_wear 0.025 n_lot 0.015 other 0.01`,
    ),
  },
  {
    id: 'ndlBends',
    name: 'Needle bends',
    share: 0.02,
    quiet: 0.3,
    standing: 'assumption',
    weights: shares(
      `n_small 0.19 o_pull 0.18 h_close 0.15 h_timing 0.11 n_system 0.08 n_point 0.07 b_seat 0.05 n_low 0.05 x_topTight 0.04 m_wear 0.03 f_light 0.025 n_lot 0.015 other 0.01`,
    ),
  },
  {
    id: 'noFeed',
    name: 'Work does not feed',
    share: 0.04,
    quiet: 0.03,
    standing: 'assumption',
    weights: shares(
      `f_low 0.24 f_dial 0.18 f_heavy 0.16 f_light 0.11 f_lint 0.1 h_jam 0.05 p_tails 0.04 m_wear 0.04 m_belt 0.03 g_hole 0.025 n_blunt 0.01 other 0.015`,
    ),
  },
  {
    id: 'uneven',
    name: 'Uneven stitch length',
    share: 0.03,
    quiet: 0.08,
    standing: 'assumption',
    weights: shares(
      `f_light 0.17 o_pull 0.16 f_low 0.12 f_lint 0.11 f_heavy 0.09 f_dial 0.08 m_wear 0.07 m_belt 0.04 n_blunt 0.04 n_bent 0.04 x_bothTight 0.03 t_wound 0.03 other 0.02`,
    ),
  },
  {
    id: 'drift',
    name: 'Tension drifts while sewing',
    share: 0.03,
    quiet: 0.3,
    standing: 'assumption',
    weights: shares(
      `b_lint 0.2 d_wax 0.18 t_unsuit 0.14 t_wound 0.14 t_bobwound 0.12 b_case 0.1 p_guide 0.03 k_guide 0.02 b_seat 0.02 p_spring 0.02 x_bobLoose 0.015 other 0.015`,
    ),
  },
  {
    id: 'holes',
    name: 'Holes cut or snag the work',
    share: 0.03,
    quiet: 0.08,
    standing: 'assumption',
    weights: shares(
      `n_blunt 0.28 n_point 0.22 n_hooked 0.18 n_big 0.14 f_dial 0.09 n_bent 0.03 k_plate 0.02 k_dog 0.02 f_heavy 0.015 other 0.005`,
    ),
  },
  {
    id: 'hardTurn',
    name: 'Hard to turn or jammed',
    share: 0.03,
    quiet: 0.03,
    standing: 'assumption',
    weights: shares(
      `h_jam 0.46 m_oil 0.18 b_seat 0.07 m_belt 0.06 m_wear 0.06 h_close 0.04 b_case 0.04 h_timing 0.03 t_thick 0.01 f_low 0.01 other 0.04`,
    ),
  },
  {
    id: 'noise',
    name: 'Strange noise',
    share: 0.02,
    quiet: 0.1,
    standing: 'assumption',
    weights: shares(
      `n_blunt 0.24 m_oil 0.15 h_timing 0.13 h_jam 0.12 n_bent 0.08 m_belt 0.08 b_seat 0.07 m_wear 0.05 h_close 0.03 b_case 0.02 n_low 0.02 other 0.01`,
    ),
  },
];

export const symptom = (id: string): Symptom | undefined => SYMPTOMS.find((one) => one.id === id);
