import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FormControl, FormGroup } from '@angular/forms';
import * as z from 'zod';
import { oneOf } from './one-of';
import { complaintsOf, zodValidator } from './zod-form';

describe('a choice read from a field', () => {
  it('is one of those offered, typed and not as text', () => {
    expect(oneOf(['loose', 'tight'], 'tight')).toBe('tight');
    expect(oneOf([3, 5, 7], '5')).toBe(5);
  });

  it('is null for the empty choice and for anything not offered', () => {
    expect(oneOf(['loose', 'tight'], '')).toBeNull();
    expect(oneOf(['loose', 'tight'], 'snug')).toBeNull();
  });
});

describe('a form with the schema of its entry', () => {
  const Entry = z.strictObject({ name: z.string().min(1, 'a name'), turns: z.number().max(8, 'at most 8') });
  const formOf = (name: string, turns: number | null) =>
    new FormGroup(
      { name: new FormControl(name), turns: new FormControl(turns) },
      { validators: zodValidator(Entry, (value: { name: string; turns: number }) => value) },
    );
  beforeEach(() => TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] }));

  it('is valid when the server would take it', () => {
    expect(formOf('Strap', 4).valid).toBeTrue();
    expect(formOf('', 4).valid).toBeFalse();
    expect(formOf('Strap', 9).valid).toBeFalse();
  });

  it('complains field by field, and only about touched ones', () => {
    const form = formOf('', 9);
    const complaints = TestBed.runInInjectionContext(() => complaintsOf(form));
    expect(complaints()).toEqual([]);
    form.markAllAsTouched();
    expect(complaints()).toEqual(['name: a name', 'turns: at most 8']);
    form.setValue({ name: 'Strap', turns: 4 });
    expect(complaints()).toEqual([]);
  });
});
