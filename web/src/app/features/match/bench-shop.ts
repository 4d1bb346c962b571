import type { LoggedShop } from '@gantelet/core';
import type { Machine, SchoolChoice, Setup } from '@gantelet/contracts';

/** What the shop brings to an answer: machines, what they are set for, what is logged, and its own values. */
export interface BenchShop extends LoggedShop {
  readonly machines: readonly Machine[];
  readonly setups: readonly Setup[];
  readonly schools: SchoolChoice;
}
