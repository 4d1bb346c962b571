import { ProblemError, type Session, type Shop, type ShopRevision, type SignIn } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { hashPassword, isPassword } from './passwords.js';
import { findPerson, findShop, findSigner, updateShop } from './shop.store.js';

/** Checked against when a name is unknown, so that the time taken does not tell which names exist. */
const NOBODY = hashPassword('nobody has this password');

/** The id of the person whose name and password these are. @throws ProblemError `session.wrong` */
export async function checkSignIn(database: Database, { signInName, password }: SignIn): Promise<string> {
  const signer = await findSigner(database, signInName);
  const matches = await isPassword(signer?.passwordHash ?? (await NOBODY), password);
  if (!signer || !matches) throw new ProblemError('session.wrong');
  return signer.id;
}

/** What the browser is told of its session. */
export async function sessionOf(
  database: Database,
  personId: string | null,
  csrfToken: string,
): Promise<Session> {
  const person = personId === null ? null : await findPerson(database, personId);
  return person
    ? { csrfToken, person, shop: await findShop(database) }
    : { csrfToken: '', person: null, shop: null };
}

/** @throws ProblemError `version.stale` with what stands there now */
export async function reviseShop(database: Database, revision: ShopRevision, tx: Transaction): Promise<Shop> {
  const changed = await updateShop(database, revision, tx);
  const shop = await findShop(database, tx);
  if (!changed || !shop) throw new ProblemError('version.stale', { sent: revision.version, current: shop });
  return shop;
}
