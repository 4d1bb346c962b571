import type * as z from 'zod';

/** What a schema has against a value, as `path: message` each; empty for what it takes. */
export function complaints(schema: z.ZodType, value: unknown): readonly string[] {
  const { error } = schema.safeParse(value);
  return (error?.issues ?? []).map(({ path, message }) => `${path.join('.')}: ${message}`);
}
