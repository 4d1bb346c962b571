/** The choice that a field's text stands for; null if it is none of them, such as the empty choice. */
export function oneOf<T extends string | number>(choices: readonly T[], text: string): T | null {
  return choices.find((choice) => String(choice) === text) ?? null;
}
