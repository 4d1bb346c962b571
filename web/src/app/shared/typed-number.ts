/**
 * The number typed into a field, with a comma or a point. Null when nothing was typed or it is not `allowed`; the field
 * is emptied then, so that it never shows what does not count.
 */
export function typedNumber(event: Event, allowed: (number: number) => boolean): number | null {
  const field = event.target as HTMLInputElement;
  const text = field.value.trim().replace(',', '.');
  const number = Number(text);
  if (text !== '' && allowed(number)) return number;
  field.value = '';
  return null;
}
