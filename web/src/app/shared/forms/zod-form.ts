import { computed, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { AbstractControl, FormGroup, ValidatorFn } from '@angular/forms';
import type * as z from 'zod';
import { fieldName } from '../words/field-name';

type Issue = readonly [path: string, message: string];

/**
 * A form validator from the schema its entry is sent with: what the server would refuse is shown before it is sent.
 *
 * @param entryOf the entry for the form's raw value
 */
export function zodValidator(schema: z.ZodType, entryOf: (value: never) => unknown): ValidatorFn {
  return (form: AbstractControl) => {
    const issues = issuesOf(schema, entryOf((form as FormGroup).getRawValue() as never));
    return issues.length === 0 ? null : { schema: issues };
  };
}

/** The schema's issues with a form. */
export function schemaIssues(form: FormGroup): readonly Issue[] {
  return (form.errors?.['schema'] ?? []) as readonly Issue[];
}

/** The schema's issues with a draft that is not a form, in words. */
export const complaintsAbout = (schema: z.ZodType, draft: unknown): readonly string[] =>
  issuesOf(schema, draft).map(inWords);

function issuesOf(schema: z.ZodType, value: unknown): readonly Issue[] {
  const { error } = schema.safeParse(value);
  return (error?.issues ?? []).map(({ path, message }) => [path.join('.'), message]);
}

const inWords = ([path, message]: Issue): string => `${fieldName(path)}: ${message}`;

/**
 * The schema's issues with a form, in words; nothing about untouched fields. Must be called in an injection context.
 */
export function complaintsOf(form: FormGroup): Signal<readonly string[]> {
  const changes = toSignal(form.events);
  return computed(() => {
    changes();
    return form.touched || form.dirty ? schemaIssues(form).map(inWords) : [];
  });
}
