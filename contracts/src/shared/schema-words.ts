import * as z from 'zod';

type Issue = z.core.$ZodRawIssue;

const TYPES: Readonly<Record<string, string>> = {
  number: 'a number',
  int: 'a whole number',
  string: 'a text',
  boolean: 'yes or no',
  array: 'a list',
  object: 'a group of fields',
};
const FORMATS: Readonly<Record<string, string>> = {
  datetime: 'an instant such as 2026-03-04T10:00:00Z',
  date: 'a day such as 2026-03-04',
  uuid: 'an id',
};

/**
 * What a field accepts, in words that follow its name, for issues that the schema has no wording of its own for.
 * Everybody who reads a server error or fills in a form sees these.
 */
function allowed(issue: Issue): string | undefined {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined ? 'is missing' : TYPES[issue.expected];
    case 'too_big':
      return `${issue.inclusive === false ? 'below' : 'at most'} ${amount(issue.origin, issue.maximum)}`;
    case 'too_small':
      if (issue.origin === 'string' && Number(issue.minimum) === 1) return 'not empty';
      return `${issue.inclusive === false ? 'more than' : 'at least'} ${amount(issue.origin, issue.minimum)}`;
    case 'invalid_value':
      return issue.values.length === 1 ? String(issue.values[0]) : `one of ${issue.values.join(', ')}`;
    case 'invalid_format':
      return FORMATS[issue.format];
    case 'unrecognized_keys':
      return 'not known here';
    default:
      return undefined;
  }
}

function amount(origin: string, count: number | bigint): string {
  return origin === 'string' ? `${count} letters` : origin === 'array' ? `${count} of them` : String(count);
}

z.config({ customError: allowed });
