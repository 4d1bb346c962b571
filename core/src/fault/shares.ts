/**
 * Numbers by cause, from a table row: alternating names and numbers.
 *
 * @throws RangeError for a name without a number
 */
export function shares(table: string): Readonly<Record<string, number>> {
  const words = table.trim().split(/\s+/);
  const pairs = words.flatMap((word, i) => (i % 2 === 0 ? [[word, Number(words[i + 1])] as const] : []));
  for (const [name, value] of pairs)
    if (!Number.isFinite(value))
      throw new RangeError(`"${name}" has no number; allowed: names and numbers by turns`);
  return Object.fromEntries(pairs);
}

/** Rows of numbers by cause, from a table: a name and its numbers per line. */
export function rows(table: string): Readonly<Record<string, readonly number[]>> {
  const lines = table.trim().split('\n');
  return Object.fromEntries(
    lines.map((line) => {
      const [name = '', ...numbers] = line.trim().split(/\s+/);
      return [name, numbers.map(Number)];
    }),
  );
}
