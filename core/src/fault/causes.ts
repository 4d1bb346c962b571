/** Who may do a check or repair; each may do everything those before may. */
export type Hands = 'operator' | 'mechanic' | 'specialist';

export const CAUSE_GROUPS = [
  'needle',
  'thread',
  'threading',
  'bobbin',
  'tension',
  'burr',
  'hook',
  'feed',
  'machine',
  'other',
] as const;
export type CauseGroup = (typeof CAUSE_GROUPS)[number];

/** What is wrong, and what the repair takes once it is known. */
export interface Cause {
  readonly id: string;
  readonly name: string;
  readonly group: CauseGroup;
  readonly repair: { readonly minutes: number; readonly success: number; readonly who: Hands };
}

const cause = (
  id: string,
  name: string,
  group: CauseGroup,
  minutes: number,
  success: number,
  who: Hands,
): Cause => ({ id, name, group, repair: { minutes, success, who } });

/** Causes with the minutes and success rate of their repair, all assumptions until the shop has timed them. */
export const CAUSES: readonly Cause[] = [
  cause('n_blunt', 'Needle blunt', 'needle', 1.5, 0.98, 'operator'),
  cause('n_bent', 'Needle bent, even if it does not show', 'needle', 1.5, 0.98, 'operator'),
  cause('n_hooked', 'Needle point hooked or burred', 'needle', 1.5, 0.98, 'operator'),
  cause('n_system', 'Wrong needle system or shank', 'needle', 2.5, 0.95, 'mechanic'),
  cause('n_low', 'Needle not fully up, or its screw loose', 'needle', 1, 0.97, 'operator'),
  cause('n_turned', 'Needle turned: groove or scarf the wrong way', 'needle', 1, 0.97, 'operator'),
  cause('n_small', 'Needle too small for the thread or the stack', 'needle', 2.5, 0.94, 'mechanic'),
  cause('n_big', 'Needle too big for the thread or the work', 'needle', 2.5, 0.94, 'mechanic'),
  cause('n_point', 'Wrong point for the material', 'needle', 2.5, 0.93, 'mechanic'),
  cause('n_lot', 'Bad eye: a whole lot of needles', 'needle', 2.5, 0.92, 'mechanic'),
  cause('t_rotten', 'Needle thread rotten or weak', 'thread', 3, 0.95, 'operator'),
  cause('t_unsuit', 'Thread unsuitable, waxed or fuzzy', 'thread', 3, 0.93, 'operator'),
  cause('t_wound', 'Spool drags, snags or unwinds the wrong way', 'thread', 1.5, 0.92, 'operator'),
  cause('t_thick', 'Thread too thick for the case slot or the path', 'thread', 6, 0.88, 'mechanic'),
  cause('t_bob', 'Bobbin thread rotten or not the same size', 'thread', 2.5, 0.95, 'operator'),
  cause('t_bobwound', 'Bobbin wound unevenly, loosely or too full', 'thread', 2.5, 0.93, 'operator'),
  cause('p_guide', 'A thread guide missed', 'threading', 1.2, 0.97, 'operator'),
  cause('p_discs', 'Thread not between the discs', 'threading', 1.2, 0.97, 'operator'),
  cause('p_foot', 'Threaded with the foot down', 'threading', 1.2, 0.97, 'operator'),
  cause('p_spring', 'Check spring bypassed or not moving', 'threading', 1.5, 0.85, 'operator'),
  cause('p_side', 'Needle threaded from the wrong side', 'threading', 0.6, 0.98, 'operator'),
  cause('p_tails', 'Tails not held at the start', 'threading', 0.5, 0.95, 'operator'),
  cause('b_back', 'Bobbin in the wrong way round', 'bobbin', 0.6, 0.98, 'operator'),
  cause('b_seat', 'Bobbin case not seated: no click', 'bobbin', 0.6, 0.95, 'operator'),
  cause('b_case', 'Case poor or worn: latch, spring or loose screw', 'bobbin', 5, 0.92, 'mechanic'),
  cause('b_lint', 'Lint under the leaf of the case', 'bobbin', 1, 0.93, 'operator'),
  cause('d_wax', 'Wax or fuzz between the discs', 'tension', 3, 0.92, 'mechanic'),
  cause('x_topTight', 'Top tension too tight', 'tension', 4, 0.9, 'mechanic'),
  cause('x_topLoose', 'Top tension too loose', 'tension', 4, 0.9, 'mechanic'),
  cause('x_bobTight', 'Bobbin tension too tight', 'tension', 3, 0.9, 'mechanic'),
  cause('x_bobLoose', 'Bobbin tension too loose', 'tension', 3, 0.9, 'mechanic'),
  cause('x_bothTight', 'Both tensions too tight', 'tension', 5, 0.9, 'mechanic'),
  cause('k_hookpoint', 'Burr on the hook point, or point blunt', 'burr', 8, 0.82, 'mechanic'),
  cause('k_hookbody', 'Burr on the hook body', 'burr', 6, 0.87, 'mechanic'),
  cause('k_case', 'Burr in or on the bobbin case', 'burr', 5, 0.88, 'mechanic'),
  cause('k_plate', 'Burr in the needle plate hole', 'burr', 6, 0.87, 'mechanic'),
  cause('k_dog', 'Burr in the feed-dog hole', 'burr', 7, 0.87, 'mechanic'),
  cause('k_guide', 'Thread guide or take-up eye worn to a groove', 'burr', 8, 0.9, 'mechanic'),
  cause('h_close', 'Hook too close: it touches the needle', 'hook', 15, 0.87, 'mechanic'),
  cause('h_wide', 'Hook too far from the needle', 'hook', 15, 0.87, 'mechanic'),
  cause('h_timing', 'Hook timing out', 'hook', 30, 0.87, 'mechanic'),
  cause('h_jam', 'Thread or lint jammed in the hook', 'hook', 4, 0.93, 'operator'),
  cause('f_heavy', 'Foot pressure too heavy', 'feed', 1.5, 0.9, 'mechanic'),
  cause('f_light', 'Foot pressure too light: the work lifts', 'feed', 1.5, 0.88, 'mechanic'),
  cause('f_low', 'Feed dog low, dropped or worn', 'feed', 10, 0.88, 'mechanic'),
  cause('f_dial', 'Stitch length too short or at its limit', 'feed', 1, 0.94, 'operator'),
  cause('f_lint', 'Lint packed in the feed dog', 'feed', 2, 0.94, 'operator'),
  cause('g_hole', 'Hole too large for thin work', 'feed', 6, 0.9, 'mechanic'),
  cause('o_pull', 'Work pulled or held by hand', 'feed', 0.5, 0.88, 'operator'),
  cause('m_belt', 'Belt slips or motor at fault', 'machine', 10, 0.85, 'specialist'),
  cause('m_oil', 'Running dry', 'machine', 3, 0.85, 'operator'),
  cause('m_wear', 'Wear or play in the needle bar or feed linkage', 'machine', 120, 0.8, 'specialist'),
  cause('other', 'None of these', 'other', 120, 0.98, 'specialist'),
];

/** Stands for a cause that is not on the list: it ends with a specialist. */
export const NONE_OF_THESE = 'other';

export const causeById = (id: string): Cause | undefined => CAUSES.find((one) => one.id === id);
