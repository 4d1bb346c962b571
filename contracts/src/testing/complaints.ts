import type * as z from 'zod';

/** A schema's issues with a value, as `path: message` each; empty if it is valid. */
export function complaints(schema: z.ZodType, value: unknown): readonly string[] {
  const { error } = schema.safeParse(value);
  return (error?.issues ?? []).map(({ path, message }) => `${path.join('.')}: ${message}`);
}
