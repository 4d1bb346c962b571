import type { ShopCosts } from '@gantelet/contracts';

/** Amounts in the shop's own money. */
export function moneyIn({ currency }: Pick<ShopCosts, 'currency'>): (amount: number) => string {
  const format = new Intl.NumberFormat('en-GB', { style: 'currency', currency });
  return (amount) => format.format(amount);
}
