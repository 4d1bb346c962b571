/** Quantile of sorted times, the nearest rank; NaN of none. */
export function quantile(sorted, q) {
  return sorted[Math.min(sorted.length - 1, Math.ceil(q * sorted.length) - 1)] ?? NaN;
}
