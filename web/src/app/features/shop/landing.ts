import type { Role, Session } from '@gantelet/contracts';

/** Where somebody begins: an operator at the machines, a mechanic at what needs hands, a lead at the plan. */
export const LANDING: Readonly<Record<Role, string>> = {
  operator: '/floor',
  mechanic: '/now',
  lead: '/rounds',
};

/** Where somebody goes who is not signed in: to sign in, or to begin a works that is empty. */
export const doorFor = ({ firstStart }: Pick<Session, 'firstStart'>): string =>
  firstStart ? '/first-start' : '/sign-in';
