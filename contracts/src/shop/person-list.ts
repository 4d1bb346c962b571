import * as z from 'zod';
import { choiceOfCell, listRow } from '../shared/list-cells.js';
import { PersonEntry, PersonWithCode } from './people.js';
import { ROLES } from './person.js';

/** Columns of a list of people. */
export const PERSON_COLUMNS = ['name', 'role', 'signInName'] as const;
export type PersonColumn = (typeof PERSON_COLUMNS)[number];

/** A row of such a list, each cell as text. */
export const PersonRow = listRow(PERSON_COLUMNS);
export type PersonRow = z.infer<typeof PersonRow>;

export const PersonList = z.strictObject({ rows: z.array(PersonRow).min(1).max(100) });
export type PersonList = z.infer<typeof PersonList>;

export const PersonListResult = z.object({
  /** Each first signs in with the code, which is shown only once. */
  added: z.array(PersonWithCode),
  /** Sign-in names that existed: those people were left as they are. */
  there: z.array(z.string()),
});
export type PersonListResult = z.infer<typeof PersonListResult>;

/** What is wrong with a cell of the list. */
export interface PersonCellProblem {
  readonly column: PersonColumn;
  readonly message: string;
}

/**
 * Reads a row as a person to add. Without a role they are an operator; without a sign-in name one is made from the
 * name.
 *
 * @returns the person, or what is wrong with each cell
 * @example readPersonRow({ name: 'Åsa Lind' }) // { entry: { name: 'Åsa Lind', role: 'operator', signInName:
 * 'asa.lind' } }
 */
export function readPersonRow(
  row: PersonRow,
): { readonly entry: PersonEntry } | { readonly problems: readonly PersonCellProblem[] } {
  const name = (row.name ?? '').trim();
  const said = (row.signInName ?? '').trim();
  const read = PersonEntry.safeParse({
    name,
    role: choiceOfCell(row.role) === '' ? 'operator' : choiceOfCell(row.role),
    signInName: said === '' ? signInNameOf(name) : said,
  });
  if (read.success) return { entry: read.data };
  const columns = [...new Set(read.error.issues.map(({ path }) => String(path[0]) as PersonColumn))];
  const message = (column: PersonColumn): string =>
    column === 'role'
      ? `one of ${ROLES.join(', ')}`
      : read.error.issues.find(({ path }) => path[0] === column)!.message;
  return { problems: columns.map((column) => ({ column, message: message(column) })) };
}

/** A name as somebody would type it: lower case without accents, dots between the words. */
function signInNameOf(name: string): string {
  const plain = name.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
  return plain
    .replace(/[^a-z0-9]+/g, '.')
    .replace(/^\.+|\.+$/g, '')
    .slice(0, 40);
}
