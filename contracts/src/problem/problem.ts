import * as z from 'zod';
import { ERROR_CODES, ERRORS, type ErrorCode } from './error-catalogue.js';

/** A field that was wrong: where it is in the request, and what is allowed. */
export const FieldProblem = z.object({ path: z.string(), message: z.string() });
export type FieldProblem = z.infer<typeof FieldProblem>;

/** A problem document (RFC 9457). `code` is ours; `fields` name what was wrong; `data` fills the wording. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  code: z.enum(ERROR_CODES),
  fields: z.array(FieldProblem).optional(),
  data: z.record(z.string(), z.unknown()).optional(),
});
export type Problem = z.infer<typeof Problem>;

/** Media type of a problem document. */
export const PROBLEM_MEDIA_TYPE = 'application/problem+json';

/** An error from the catalogue, to be turned into a problem document. */
export class ProblemError extends Error {
  constructor(
    readonly code: ErrorCode,
    readonly data: Readonly<Record<string, unknown>> = {},
    readonly fields: readonly FieldProblem[] = [],
  ) {
    super(wording(code, data));
    this.name = 'ProblemError';
  }
}

/** The problem document for an error code. */
export function problemOf(error: ProblemError): Problem {
  const { code, data, fields } = error;
  return {
    type: `urn:gantelet:problem:${code}`,
    title: error.message,
    status: ERRORS[code].status,
    code,
    ...(fields.length > 0 ? { fields: [...fields] } : {}),
    ...(Object.keys(data).length > 0 ? { data } : {}),
  };
}

/** Zod's issues as field problems; `prefix` names the part of the request. */
export function fieldProblems(error: z.ZodError, prefix: string): readonly FieldProblem[] {
  return error.issues.flatMap((issue) => {
    const names =
      issue.code === 'unrecognized_keys' ? issue.keys.map((key) => [...issue.path, key]) : [issue.path];
    return names.map((path) => ({ path: [prefix, ...path].join('.'), message: issue.message }));
  });
}

function wording(code: ErrorCode, data: Readonly<Record<string, unknown>>): string {
  return ERRORS[code].title.replace(/\{(\w+)\}/g, (_, name: string) => String(data[name] ?? name));
}
