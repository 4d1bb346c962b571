import { randomBytes } from 'node:crypto';
import {
  closeSync,
  existsSync,
  fsyncSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { secretFile } from './secret-file.mjs';

const FIRST = 'gantelet';
const NAME = /^[\w-]+$/;

/**
 * Which database of a data folder is the shop, and how to reach it: name, user and password, and the databases that
 * were the shop before a restore (`kept`, latest last). Created once, readable by this user only. A restore ends by
 * replacing this one file, so the shop is always one whole database or the other.
 */
export function accessOf(home) {
  return secretFile(
    fileIn(home),
    (text) => {
      const { kept = [], ...access } = JSON.parse(text);
      const parts = [access.name, access.user, access.password, ...kept.map(({ name }) => name)];
      return parts.every((part) => NAME.test(part)) ? { ...access, kept } : null;
    },
    () => JSON.stringify({ name: FIRST, user: 'gantelet', password: randomBytes(18).toString('base64url') }),
  );
}

const fileIn = (home) => join(home, 'access.json');

/** Makes another database the shop, and keeps the one it was, unless that one was empty. */
export function pointTo(home, name, { works, at }) {
  const access = accessOf(home);
  const before = works === null ? [] : [{ name: access.name, works, until: at.toISOString() }];
  writeAccess(home, {
    ...access,
    name,
    kept: [...access.kept.filter((one) => one.name !== name), ...before],
  });
}

/** Forgets the databases kept; they must be dropped already. */
export function forgetKept(home) {
  writeAccess(home, { ...accessOf(home), kept: [] });
}

/** Reaches the disk before it replaces the file, so that a power cut leaves one or the other. */
function writeAccess(home, access) {
  const fresh = `${fileIn(home)}.new`;
  const handle = openSync(fresh, 'w', 0o600);
  writeSync(handle, JSON.stringify(access));
  fsyncSync(handle);
  closeSync(handle);
  renameSync(fresh, fileIn(home));
}

/** Folder of the change log: each database that was ever the shop has one of its own. */
export function changesOf(home, { name } = accessOf(home)) {
  return join(home, name === FIRST ? 'changes' : `changes-${name}`);
}

const unfinishedIn = (home) => join(home, 'restore-unfinished.json');

/** Notes that a restore has begun, until it is noted as ended. */
export function noteRestoreBegun(home, file) {
  const handle = openSync(unfinishedIn(home), 'w', 0o600);
  writeSync(handle, JSON.stringify({ file, begunAt: new Date().toISOString() }));
  fsyncSync(handle);
  closeSync(handle);
}

export function noteRestoreEnded(home) {
  rmSync(unfinishedIn(home), { force: true });
}

/** The restore that was cut short in this folder; null if none was. */
export function unfinishedRestore(home) {
  if (!existsSync(unfinishedIn(home))) return null;
  try {
    return JSON.parse(readFileSync(unfinishedIn(home), 'utf8'));
  } catch {
    return { file: 'a backup', begunAt: null };
  }
}
