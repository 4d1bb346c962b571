/** A chance as people say it. @example inTenText(0.76) // 8 times in 10 */
export function inTenText(chance: number): string {
  const tenths = Math.round(10 * chance);
  if (tenths >= 10) return 'almost always';
  if (tenths >= 1) return tenths === 1 ? 'once in 10' : `${tenths} times in 10`;
  const hundredths = Math.max(1, Math.round(100 * chance));
  return hundredths === 1 ? 'once in 100' : `${hundredths} times in 100`;
}
