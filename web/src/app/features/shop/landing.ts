import type { Role, Session } from '@gantelet/contracts';

/** Where a person lands: operators at the machines, mechanics at what needs attention, leads at the plan. */
export const LANDING: Readonly<Record<Role, string>> = {
  operator: '/floor',
  mechanic: '/now',
  lead: '/rounds',
};

/** Where somebody who is not signed in goes: to sign in, or to set up an empty works. */
export const doorFor = ({ firstStart }: Pick<Session, 'firstStart'>): string =>
  firstStart ? '/first-start' : '/sign-in';
