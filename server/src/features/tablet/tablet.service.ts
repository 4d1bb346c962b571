import { createHash, randomInt } from 'node:crypto';
import {
  CODE_SIGNS,
  ProblemError,
  type BadgeSignIn,
  type PersonWithBadge,
  type OwnPin,
  type PinSignIn,
} from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import type { WriteContext } from '../../db/write-context.js';
import { findLetIn, readDevice } from '../device/index.js';
import { accountOf, findPasswordHash, hashPassword, isPassword, lockPerson } from '../shop/index.js';
import { countTry, dropLock, noteWrong } from './pin-lock.store.js';
import { findBadgeHolder, findPinHash, keepPass } from './tablet.store.js';

const BADGE_SIGNS = 25;

/** Checked against when there is no PIN, so that the time taken does not reveal who has one. */
const NOBODY = hashPassword('nobody has this PIN');

/** @throws ProblemError `tablet.unknown` for a device that is no tablet, is blocked, or has a wrong token */
export async function requireTablet(
  database: Database,
  { deviceId: id, token }: { readonly deviceId: string; readonly token: string },
): Promise<void> {
  const [kind] = await findLetIn(database, [{ id, token }]);
  if (kind !== 'tablet') throw new ProblemError('tablet.unknown');
}

/** @throws ProblemError `tablet.unknown` for a registered device that is no tablet */
export async function requireKind(database: Database, deviceId: string): Promise<void> {
  if ((await readDevice(database, deviceId)).kind !== 'tablet') throw new ProblemError('tablet.unknown');
}

/** The id of the person whose PIN it is. @throws ProblemError `tablet.unknown`, `pin.wrong`, `pin.locked` */
export async function checkPin(
  database: Database,
  { personId, pin, ...tablet }: PinSignIn,
  now: Date,
): Promise<string> {
  await requireTablet(database, tablet);
  const hash = await findPinHash(database, personId);
  const lockedSeconds = hash === null ? 0 : await countTry(database, personId, now);
  if (lockedSeconds > 0) throw new ProblemError('pin.locked', { minutes: Math.ceil(lockedSeconds / 60) });
  const matches = await isPassword(hash ?? (await NOBODY), pin);
  if (hash !== null && matches) {
    await dropLock(database, personId);
    return personId;
  }
  if (hash !== null) await noteWrong(database, personId, now);
  throw new ProblemError('pin.wrong');
}

/** The id of the person whose badge it is. @throws ProblemError `tablet.unknown`, `badge.wrong` */
export async function checkBadge(database: Database, { badge, ...tablet }: BadgeSignIn): Promise<string> {
  await requireTablet(database, tablet);
  const personId = await findBadgeHolder(database, hashBadge(badge));
  if (personId === null) throw new ProblemError('badge.wrong');
  return personId;
}

/** @throws ProblemError `password.wrong`, `server.busy` */
export async function setPin(
  database: Database,
  personId: string,
  { password, pin }: OwnPin,
): Promise<{ hasPin: boolean }> {
  const hash = await findPasswordHash(database, personId);
  if (hash === null || !(await isPassword(hash, password)))
    throw new ProblemError('password.wrong', {}, [
      { path: 'body.password', message: 'not the current password' },
    ]);
  await keepPass(database, personId, { pinHash: pin === null ? null : await hashPassword(pin) });
  await dropLock(database, personId);
  return { hasPin: pin !== null };
}

/** @throws ProblemError `person.unknown`, `person.left` */
export async function makeBadge(
  { database, tx, now }: WriteContext,
  personId: string,
): Promise<PersonWithBadge> {
  const person = await lockPerson(database, personId, tx);
  if (!person.active) throw new ProblemError('person.left', { name: person.name });
  const signs = Array.from({ length: BADGE_SIGNS }, () => CODE_SIGNS[randomInt(CODE_SIGNS.length)]);
  const badge = `GB-${signs.join('')}`;
  await keepPass(database, personId, { badgeHash: hashBadge(badge) }, tx);
  return { person: accountOf(person, now), badge };
}

/** The stored form of a badge: its code is random enough that a plain hash cannot be reversed by guessing. */
const hashBadge = (badge: string): string => createHash('sha256').update(badge).digest('hex');
