import type { PersonColumn } from '@gantelet/contracts';
import type { ListColumn } from '../../shared/lists/text-list';

/** The columns of a list of people. */
export const PERSON_LIST: readonly ListColumn<PersonColumn>[] = [
  { id: 'name', name: 'Name', headings: ['person', 'full name', 'employee'], example: 'Orla Quill' },
  { id: 'role', name: 'Role', headings: ['rights', 'job'], example: 'operator' },
  {
    id: 'signInName',
    name: 'Sign-in name',
    headings: ['sign-in name', 'user name', 'username', 'login'],
    example: 'orla.quill',
  },
];
