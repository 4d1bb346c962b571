/** Waits a number of milliseconds. */
export function pause(ms) {
  return new Promise((resolve) => setTimeout(resolve, ms));
}

/** Polls until a condition holds. @throws Error after the limit */
export async function until(isSo, everyMs = 100, limitMs = 120_000) {
  for (const end = Date.now() + limitMs; !(await isSo().catch(() => false)); await pause(everyMs))
    if (Date.now() > end) throw new Error('waited in vain');
}
