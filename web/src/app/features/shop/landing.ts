import type { Role } from '@gantelet/contracts';

/** Where somebody begins: an operator at the machines, a mechanic at what needs hands, a lead at the plan. */
export const LANDING: Readonly<Record<Role, string>> = {
  operator: '/floor',
  mechanic: '/now',
  lead: '/rounds',
};
