import * as z from 'zod';
import { Id, Instant, Name } from '../index.js';

/** The message for a value that a schema refuses. */
function said(schema: z.ZodType, value: unknown): readonly string[] {
  return (schema.safeParse(value).error?.issues ?? []).map(({ message }) => message);
}

describe('the message for a wrong field', () => {
  it('says what it accepts', () => {
    const cases: readonly [z.ZodType, unknown, string][] = [
      [z.number(), 'many', 'a number'],
      [z.number(), Number.NaN, 'a number'],
      [z.int(), 1.5, 'a whole number'],
      [z.string(), 7, 'a text'],
      [z.boolean(), 'on', 'yes or no'],
      [z.array(z.number()), {}, 'a list'],
      [z.strictObject({}), [], 'a group of fields'],
      [z.number().max(8), 9, 'at most 8'],
      [z.number().lt(8), 8, 'below 8'],
      [z.number().positive(), 0, 'more than 0'],
      [z.int().min(1), 0, 'at least 1'],
      [Name, ' ', 'not empty'],
      [Name, 'x'.repeat(81), 'at most 80 letters'],
      [z.string().min(12), 'short', 'at least 12 letters'],
      [z.array(z.number()).max(1), [1, 2], 'at most 1 of them'],
      [z.enum(['oil', 'lint']), 'wax', 'one of oil, lint'],
      [z.literal('oil'), 'wax', 'oil'],
      [z.strictObject({}), { grease: 1 }, 'not known here'],
      [Instant, 'today', 'an instant such as 2026-03-04T10:00:00Z'],
      [z.iso.date(), '4 March', 'a day such as 2026-03-04'],
      [Id, '7', 'an id'],
    ];
    for (const [schema, value, words] of cases)
      expect(said(schema, value)).withContext(words).toEqual([words]);
  });

  it('says that it is missing', () => {
    expect(said(z.strictObject({ tex: z.number() }), {})).toEqual(['is missing']);
  });

  it("is the schema's own if it has one", () => {
    expect(
      said(
        z.number().refine(() => false, { error: 'not below the pull down' }),
        1,
      ),
    ).toEqual(['not below the pull down']);
  });
});
