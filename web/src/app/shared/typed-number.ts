/**
 * The number typed into a field, with a comma or a point. Null when nothing was typed or it is not `allowed`; when the
 * field is left it is emptied then, so that it never shows what does not count.
 */
export function typedNumber(event: Event, allowed: (number: number) => boolean): number | null {
  const field = event.target as HTMLInputElement;
  const text = field.value.trim().replace(',', '.');
  const number = Number(text);
  if (text !== '' && allowed(number)) return number;
  if (event.type === 'change') field.value = '';
  return null;
}

/**
 * Takes a number while it is typed, so that a button after it can be pressed at once; what is not a number yet, such as
 * the 0 of 0.5, leaves what was taken before until the field is left. For `input` and `change` of one field.
 */
export function takeNumber(
  event: Event,
  allowed: (number: number) => boolean,
  take: (number: number | null) => void,
): void {
  const number = typedNumber(event, allowed);
  if (number !== null || event.type === 'change') take(number);
}
