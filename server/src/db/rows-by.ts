/** Groups rows by what they belong to, in their original order. */
export function rowsBy<T>(rows: readonly T[], keyOf: (row: T) => string): ReadonlyMap<string, readonly T[]> {
  const found = new Map<string, T[]>();
  for (const row of rows) {
    const own = found.get(keyOf(row));
    if (own) own.push(row);
    else found.set(keyOf(row), [row]);
  }
  return found;
}
