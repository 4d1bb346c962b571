import { fieldName } from './field-name';

/** Shown for a write that got no answer. */
export const KEPT_HERE = 'saved on this device; it goes out when the connection is back.';

/** What somebody typed, field by field, for a write that was refused after its page was gone. */
export function typedFields(
  body: unknown,
  path = '',
): readonly { readonly name: string; readonly value: string }[] {
  if (body === null || body === undefined || body === '') return [];
  if (typeof body !== 'object')
    return [{ name: fieldName(path), value: String(body as string | number | boolean) }];
  return Object.entries(body).flatMap(([key, value]) =>
    typedFields(value, path === '' ? key : `${path}.${key}`),
  );
}
