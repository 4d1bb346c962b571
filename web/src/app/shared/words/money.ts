import type { ShopCosts } from '@gantelet/contracts';
import { moneyFormat } from '../locale';

/** Amounts in the shop's currency. */
export function moneyIn({ currency }: Pick<ShopCosts, 'currency'>): (amount: number) => string {
  const format = moneyFormat(currency);
  return (amount) => format.format(amount);
}
