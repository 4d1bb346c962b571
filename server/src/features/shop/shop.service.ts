import {
  ProblemError,
  roleOnTablet,
  roleReaches,
  type PasswordChange,
  type Person,
  type Session,
  type Shop,
  type ShopRevision,
  type SignIn,
  type ToldShop,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { requireUncommon } from './common-passwords.js';
import { hashPassword, isPassword } from './passwords.js';
import {
  findPasswordHash,
  findPerson,
  findShop,
  findSigner,
  updatePasswordHash,
  updateShop,
} from './shop.store.js';

/** Checked against when a name is unknown, so that the time taken does not reveal which names exist. */
const NOBODY = hashPassword('nobody has this password');

/** Sets a person's own password. @throws ProblemError `password.wrong`, `server.busy` */
export async function changePassword(
  database: Database,
  personId: string,
  { current, next }: PasswordChange,
): Promise<void> {
  const hash = await findPasswordHash(database, personId);
  if (hash === null || !(await isPassword(hash, current)))
    throw new ProblemError('password.wrong', {}, [
      { path: 'body.current', message: 'not the current password' },
    ]);
  requireUncommon(next, 'body.next');
  await updatePasswordHash(database, personId, await hashPassword(next));
}

/** The id of the person with this name and password. @throws ProblemError `session.wrong` */
export async function checkSignIn(database: Database, { signInName, password }: SignIn): Promise<string> {
  const signer = await findSigner(database, signInName);
  const matches = await isPassword(signer?.passwordHash ?? (await NOBODY), password);
  if (!signer || !matches) throw new ProblemError('session.wrong');
  return signer.id;
}

/**
 * What the browser is told about its session.
 *
 * @param firstStart whether the works still has to be set up
 */
export async function sessionOf(
  database: Database,
  personId: string | null,
  csrfToken: string,
  firstStart = false,
): Promise<Session> {
  return toldSession(
    database,
    personId === null ? null : await findPerson(database, personId),
    csrfToken,
    firstStart,
  );
}

/** The same for a session on a shared tablet. */
export async function sessionOnTablet(
  database: Database,
  personId: string,
  csrfToken: string,
): Promise<Session> {
  const person = await findPerson(database, personId);
  return toldSession(database, person && { ...person, role: roleOnTablet(person.role) }, csrfToken);
}

/** What a person is told, given their rights here; nothing if nobody is signed in. */
export async function toldSession(
  database: Database,
  person: Person | null,
  csrfToken: string,
  firstStart = false,
): Promise<Session> {
  if (!person) return { csrfToken: '', person: null, shop: null, firstStart };
  return { csrfToken, person, shop: toldTo(person, await findShop(database)), firstStart: false };
}

/** Operators are not told what an hour of labour costs. */
function toldTo({ role }: Person, shop: Shop | null): ToldShop | null {
  if (!shop || roleReaches(role, 'mechanic')) return shop;
  return { ...shop, costs: { ...shop.costs, labourPerHour: null } };
}

/** @throws ProblemError `version.stale` with the present state */
export async function reviseShop(database: Database, revision: ShopRevision, tx: Transaction): Promise<Shop> {
  const changed = await updateShop(database, revision, tx);
  const shop = await findShop(database, tx);
  if (!changed || !shop) throw new ProblemError('version.stale', { sent: revision.version, current: shop });
  return shop;
}
