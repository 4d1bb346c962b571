import type * as z from 'zod';
import { ROUTE_TABLE } from './index.js';

type Field = readonly [path: string, schema: z.ZodType];
type Def = Readonly<Record<string, unknown>>;
const defOf = (schema: z.ZodType): Def => schema.def as unknown as Def;

/** Every leaf and list of what can be sent. */
function partsOf(path: string, schema: z.ZodType): readonly Field[] {
  const def = defOf(schema);
  const fields = Object.entries((def['shape'] ?? {}) as Record<string, z.ZodType>);
  const inner = [def['innerType'], def['in'], ...((def['options'] ?? []) as unknown[])].filter(
    (one): one is z.ZodType => one !== undefined,
  );
  const each = [def['element'], def['valueType']].filter((one): one is z.ZodType => one !== undefined);
  return [
    [path, schema],
    ...fields.flatMap(([name, field]) => partsOf(`${path}.${name}`, field)),
    ...inner.flatMap((one) => partsOf(path, one)),
    ...each.flatMap((one) => partsOf(`${path}[]`, one)),
  ];
}

const checks = (schema: z.ZodType): readonly Def[] =>
  ((defOf(schema)['checks'] ?? []) as { _zod: { def: Def } }[]).map((check) => check._zod.def);

function isBounded(schema: z.ZodType): boolean {
  const def = defOf(schema);
  if (def['type'] === 'number') {
    const { minValue, maxValue } = schema as unknown as { minValue: number; maxValue: number };
    return Math.abs(minValue) < Number.MAX_SAFE_INTEGER && Math.abs(maxValue) < Number.MAX_SAFE_INTEGER;
  }
  const kinds = checks(schema).map(({ check }) => check);
  if (def['type'] === 'array') return kinds.includes('max_length') || kinds.includes('length_equals');
  if (def['type'] !== 'string') return true;
  // A format of fixed length, or a pattern without a repetition that has no end.
  const patterns = checks(schema).filter(({ pattern }) => pattern !== undefined);
  const formats = [def['format'], ...checks(schema).map(({ format }) => format)];
  const fixed = formats.some((format) => /^(uuid|datetime|date|email|url)/.test(String(format ?? '')));
  const closed = patterns.some(
    ({ pattern }) => !/[*+](?!\?)|,\}/.test(String(pattern).replace(/\[[^\]]*\]/g, '')),
  );
  return fixed || closed || kinds.includes('max_length') || kinds.includes('length_equals');
}

describe('what can be sent', () => {
  it('has bounds: every number, text and list', () => {
    const unbounded = ROUTE_TABLE.flatMap((route) =>
      (['params', 'query', 'body'] as const)
        .flatMap((part) => partsOf(`${route.id} ${part}`, route[part]))
        .filter(([, schema]) => !isBounded(schema))
        .map(([path]) => path),
    );
    expect([...new Set(unbounded)]).toEqual([]);
  });

  it('has no moment outside the time of the shop', () => {
    const odd = {
      datetime: [
        '0001-01-01T00:00:00Z',
        '1989-12-31T23:59:59Z',
        '2100-01-01T00:00:00Z',
        '9999-12-31T00:00:00Z',
      ],
      date: ['1970-01-01', '9999-12-31'],
    };
    const taken = ROUTE_TABLE.flatMap((route) =>
      (['query', 'body'] as const)
        .flatMap((part) => partsOf(`${route.id} ${part}`, route[part]))
        .filter(([, schema]) => {
          const format = String(defOf(schema)['format'] ?? '') as 'datetime' | 'date';
          return (odd[format] ?? []).some((text) => schema.safeParse(text).success);
        })
        .map(([path]) => path),
    );
    // The server judges it: a missing piece stops the machine whatever the clock said.
    expect(taken).toEqual(['changeNeedle body.changedAt']);
  });
});
