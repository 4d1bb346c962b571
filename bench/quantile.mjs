/** Quantile of sorted times, the nearest rank; NaN if there are none. */
export function quantile(sorted, q) {
  return sorted[Math.min(sorted.length - 1, Math.ceil(q * sorted.length) - 1)] ?? NaN;
}
