import * as z from 'zod';

/** How a secret is shown where it is not used: nowhere else may it stand. */
export type Mask = (value: unknown) => string;

const HIDDEN = '[hidden]';
const secrets = z.registry<{ readonly mask: Mask }>();

/**
 * Marks a field as secret: it reaches whoever is sent it, and no book, log, stored reply or export.
 *
 * @param mask what may be shown of it; nothing by default
 */
export function secret<T extends z.ZodType>(schema: T, mask: Mask = () => HIDDEN): T {
  secrets.add(schema as never, { mask } as never);
  return schema;
}

/** Whether a field is marked, itself or what it wraps. */
export const isSecret = (schema: z.ZodType): boolean => secretsIn(schema, undefined).length > 0;

/**
 * What may be shown of a value: secret fields, however deep, are masked.
 *
 * @param schema of the value, which was parsed by it
 */
export function withoutSecrets(schema: z.ZodType, value: unknown): unknown {
  const marked = secrets.get(schema as never) as { readonly mask: Mask } | undefined;
  if (marked) return value === null || value === undefined ? value : marked.mask(value);
  return partsOf(schema).reduce<unknown>((shown, part) => part.apply(shown), value);
}

/** The secrets in a value; of no value, one for each field that is marked. */
function secretsIn(schema: z.ZodType, value: unknown): readonly unknown[] {
  if (secrets.has(schema as never)) return [value];
  return partsOf(schema).flatMap((part) => part.secrets(value));
}

/** A part of a value that a schema says something about. */
interface Part {
  apply(whole: unknown): unknown;
  secrets(whole: unknown): readonly unknown[];
}

type Def = z.core.$ZodTypeDef & {
  readonly shape?: Readonly<Record<string, z.ZodType>>;
  readonly element?: z.ZodType;
  readonly innerType?: z.ZodType;
  readonly valueType?: z.ZodType;
  readonly in?: z.ZodType;
  readonly out?: z.ZodType;
  readonly options?: readonly z.ZodType[];
};

function partsOf(schema: z.ZodType): readonly Part[] {
  const def = schema.def as Def;
  const same = [def.innerType, def.in, def.out, ...(def.options ?? [])].filter((one) => one !== undefined);
  return [
    ...Object.entries(def.shape ?? {}).map(([name, field]) => ofField(name, field)),
    ...(def.element ? [ofEach(def.element)] : []),
    ...(def.valueType ? [ofEach(def.valueType)] : []),
    ...same.map((one) => ({
      apply: (whole: unknown) => withoutSecrets(one, whole),
      secrets: (whole: unknown) => secretsIn(one, whole),
    })),
  ];
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const ofField = (name: string, field: z.ZodType): Part => ({
  apply: (whole) =>
    isRecord(whole) && name in whole ? { ...whole, [name]: withoutSecrets(field, whole[name]) } : whole,
  secrets: (whole) => secretsIn(field, isRecord(whole) ? whole[name] : undefined),
});

const ofEach = (each: z.ZodType): Part => ({
  apply: (whole) => {
    if (Array.isArray(whole)) return whole.map((one) => withoutSecrets(each, one));
    if (!isRecord(whole)) return whole;
    return Object.fromEntries(Object.entries(whole).map(([name, one]) => [name, withoutSecrets(each, one)]));
  },
  secrets: (whole) =>
    Array.isArray(whole)
      ? whole.flatMap((one) => secretsIn(each, one))
      : isRecord(whole)
        ? Object.values(whole).flatMap((one) => secretsIn(each, one))
        : secretsIn(each, undefined),
});
