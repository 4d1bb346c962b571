import { computed, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { AbstractControl, FormGroup, ValidatorFn } from '@angular/forms';
import type * as z from 'zod';
import { fieldName } from '../words/field-name';

/**
 * A form's validator from the schema its entry is sent with: what the server would refuse is said before it is sent.
 *
 * @param entryOf the entry that the form's raw value stands for
 */
export function zodValidator(schema: z.ZodType, entryOf: (value: never) => unknown): ValidatorFn {
  return (form: AbstractControl) => {
    const checked = schema.safeParse(entryOf((form as FormGroup).getRawValue() as never));
    if (checked.success) return null;
    return { schema: checked.error.issues.map(({ path, message }) => [path.join('.'), message] as const) };
  };
}

/** What a form's schema complains of, by the path of the field. */
export function schemaIssues(form: FormGroup): readonly (readonly [path: string, message: string])[] {
  return (form.errors?.['schema'] ?? []) as readonly (readonly [path: string, message: string])[];
}

/** What a form's schema complains of, in words; nothing about fields nobody has touched. Made where a component is. */
export function complaintsOf(form: FormGroup): Signal<readonly string[]> {
  const changes = toSignal(form.events);
  return computed(() => {
    changes();
    return form.touched || form.dirty
      ? schemaIssues(form).map(([path, message]) => `${fieldName(path)}: ${message}`)
      : [];
  });
}
