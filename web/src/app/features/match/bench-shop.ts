import type { LoggedShop } from '@gantelet/core';
import type { Machine, SchoolChoice, Setup } from '@gantelet/contracts';

/** What the shop contributes to an answer: machines, their set-ups, what is logged, and its own values. */
export interface BenchShop extends LoggedShop {
  readonly machines: readonly Machine[];
  readonly setups: readonly Setup[];
  readonly schools: SchoolChoice;
}
