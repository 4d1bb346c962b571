/** The one of some choices that a field's text stands for; null for none of them, as the empty choice is. */
export function oneOf<T extends string | number>(choices: readonly T[], text: string): T | null {
  return choices.find((choice) => String(choice) === text) ?? null;
}
