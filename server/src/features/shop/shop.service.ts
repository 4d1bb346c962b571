import { hash, verify } from '@node-rs/argon2';
import { ProblemError, type Session, type Shop, type ShopRevision, type SignIn } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { findPerson, findShop, findSigner, updateShop } from './shop.store.js';

/** argon2id with the second recommended parameter set of RFC 9106, section 4, but 3 passes over 64 MiB. */
const ARGON2ID = { algorithm: 2, memoryCost: 65_536, timeCost: 3, parallelism: 4 } as const;

export function hashPassword(password: string): Promise<string> {
  return hash(password, ARGON2ID);
}

/** Checked against when a name is unknown, so that the time taken does not tell which names exist. */
const NOBODY = hashPassword('nobody has this password');

/** The id of the person whose name and password these are. @throws ProblemError `session.wrong` */
export async function checkSignIn(database: Database, { signInName, password }: SignIn): Promise<string> {
  const signer = await findSigner(database, signInName);
  const matches = await verify(signer?.passwordHash ?? (await NOBODY), password);
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
