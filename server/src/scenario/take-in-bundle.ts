import type { PersonWithCode, RecordBundle } from '@gantelet/contracts';
import type { Database } from '../db/database.js';
import { sealHistory } from '../features/book/index.js';
import { loadBundle } from '../features/record/index.js';
import { makeSignInCode, findPeople } from '../features/shop/index.js';

/**
 * Starts a works with another's records: all of them, and a sign-in code for each lead, since passwords are not
 * included.
 *
 * @throws ProblemError `first-start.done` if there is a shop; Error for a bundle of another schema
 */
export function takeInBundle(
  database: Database,
  bundle: RecordBundle,
  now: Date,
): Promise<readonly PersonWithCode[]> {
  return database.transaction(async (tx) => {
    await loadBundle(database, bundle, tx);
    // Entries of its last seconds were not sealed yet, and only its own servers know their marks.
    await sealHistory(database, tx);
    const leads = (await findPeople(database, now, tx)).filter(
      ({ role, active }) => role === 'lead' && active,
    );
    const codes: PersonWithCode[] = [];
    for (const { id } of leads) codes.push(await makeSignInCode(database, id, now, tx));
    return codes;
  });
}
