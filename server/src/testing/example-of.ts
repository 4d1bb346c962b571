import type * as z from 'zod';
import { newId } from '@gantelet/contracts';

/** Values for fields of certain names, so that an example gets past the checks of its contract. */
export type Known = Readonly<Record<string, unknown>>;

/** A place in a body and what stands there in turn. */
export interface Extreme {
  readonly path: readonly (string | number)[];
  readonly value: unknown;
}

type Def = Readonly<Record<string, unknown>>;
const defOf = (schema: z.ZodType): Def => schema.def as unknown as Def;

/** A value that a schema most likely accepts. */
export function exampleOf(schema: z.ZodType, known: Known, name = ''): unknown {
  if (name in known) return known[name];
  const def = defOf(schema);
  switch (def['type']) {
    case 'object':
      return Object.fromEntries(
        Object.entries(def['shape'] as Record<string, z.ZodType>).map(([key, field]) => [
          key,
          exampleOf(field, known, key),
        ]),
      );
    case 'array':
      return [exampleOf(def['element'] as z.ZodType, known, name)];
    case 'union':
      return exampleOf((def['options'] as z.ZodType[])[0]!, known, name);
    case 'record':
      return {};
    case 'enum':
      return Object.values(def['entries'] as object)[0];
    case 'literal':
      return (def['values'] as unknown[])[0];
    case 'boolean':
      return false;
    case 'number': {
      const { minValue } = schema as unknown as { minValue: number };
      return Number.isFinite(minValue) ? Math.max(1, Math.ceil(minValue)) : 1;
    }
    case 'string':
      return textOf(def);
    case 'null':
    case 'undefined':
      return null;
    default: {
      const inner = (def['innerType'] ?? def['in']) as z.ZodType | undefined;
      return inner ? exampleOf(inner, known, name) : null;
    }
  }
}

function textOf(def: Def): string {
  const format = String(def['format'] ?? '');
  if (format.startsWith('uuid')) return newId();
  if (format === 'datetime') return '2026-03-04T09:30:00.000Z';
  return format === 'date' ? '2026-03-04' : 'x';
}

const MOMENTS = [
  ...['0001-01-01', '1969-12-31', '1990-01-01', '2026-02-29', '2099-12-31', '9999-12-31', '+275760-09-13'],
];

/** Every number and moment of a schema, at its extremes and beyond. */
export function extremesOf(schema: z.ZodType, path: Extreme['path'] = []): readonly Extreme[] {
  const def = defOf(schema);
  const at = (values: readonly unknown[]) => values.map((value) => ({ path, value }));
  switch (def['type']) {
    case 'object':
      return Object.entries(def['shape'] as Record<string, z.ZodType>).flatMap(([key, field]) =>
        extremesOf(field, [...path, key]),
      );
    case 'array':
      return extremesOf(def['element'] as z.ZodType, [...path, 0]);
    case 'union':
      return extremesOf((def['options'] as z.ZodType[])[0]!, path);
    case 'number': {
      const { minValue, maxValue } = schema as unknown as { minValue: number; maxValue: number };
      const bounds = [minValue, maxValue].filter(Number.isFinite);
      return at([
        ...bounds,
        ...bounds.map((bound) => bound - 1),
        ...bounds.map((bound) => bound + 1),
        1e-308,
        1e308,
        -0,
      ]);
    }
    case 'string': {
      const format = String(def['format'] ?? '');
      if (format === 'date') return at(MOMENTS);
      return format === 'datetime' ? at(MOMENTS.map((day) => `${day}T00:00:00.000Z`)) : [];
    }
    default: {
      const inner = (def['innerType'] ?? def['in']) as z.ZodType | undefined;
      return inner ? extremesOf(inner, path) : [];
    }
  }
}

/** A copy of a value with something else at one place. */
export function withExtreme(whole: unknown, { path, value }: Extreme): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return value;
  if (typeof whole !== 'object' || whole === null) return whole;
  const next = withExtreme((whole as Record<string | number, unknown>)[key], { path: rest, value });
  if (Array.isArray(whole)) return whole.map((one: unknown, i) => (i === key ? next : one));
  return { ...whole, [key]: next };
}
