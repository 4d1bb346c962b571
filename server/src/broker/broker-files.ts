import { createHash } from 'node:crypto';
import { readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { sparkplugTopicOf, topicOf, type DeviceKind } from '@gantelet/contracts';
import type { Database } from '../db/database.js';
import { brokerHash, findBrokerUsers, SERVER_USER, type BrokerUser } from '../features/device/index.js';
import { every, type Going } from '../jobs/every.js';

/**
 * Who may connect to an external broker and what each may publish there, in the formats of Mosquitto's
 * `password_file` and `acl_file`.
 */
export interface BrokerFiles {
  readonly passwords: string;
  readonly acl: string;
}

/** How soon a newly registered or blocked device shows up in the files. */
const EVERY_MS = 2000;

/** What a server subscribes to and publishes. */
const SERVER_RULES = [
  ...(['reading', 'status', 'count'] as const).map((channel) => `topic read ${topicOf('+', channel)}`),
  `topic write ${topicOf('+', 'ask')}`,
  ...(['NBIRTH', 'NDATA'] as const).map((type) => `topic read ${sparkplugTopicOf('+', type)}`),
];

function rulesOf(id: string, kind: DeviceKind): readonly string[] {
  const says =
    kind === 'counter'
      ? [
          topicOf(id, 'count'),
          ...(['NBIRTH', 'NDATA', 'NDEATH'] as const).map((type) => sparkplugTopicOf(id, type)),
        ]
      : [topicOf(id, 'reading')];
  return [
    ...[...says, topicOf(id, 'status')].map((topic) => `topic write ${topic}`),
    `topic read ${topicOf(id, 'ask')}`,
  ];
}

/**
 * The files for a set of devices. The same devices give the same files, so a broker only hears of real changes.
 *
 * @param secret what servers and ingesters authenticate with
 */
export function brokerFiles(users: readonly BrokerUser[], secret: string): BrokerFiles {
  const salt = createHash('sha256').update(secret).digest().subarray(0, 12);
  const lines = (all: readonly string[]): string => `${all.join('\n')}\n`;
  return {
    passwords: lines([
      `${SERVER_USER}:${brokerHash(secret, salt)}`,
      ...users.map(({ id, brokerHash: hash }) => `${id}:${hash}`),
    ]),
    acl: lines([
      ...[`user ${SERVER_USER}`, ...SERVER_RULES],
      ...users.flatMap(({ id, kind }) => ['', `user ${id}`, ...rulesOf(id, kind)]),
    ]),
  };
}

/** Keeps the files in a folder in step with the devices until stopped. Whatever watches them tells the broker. */
export function followBrokerFiles(database: Database, secret: string, folder: string, log: Logger): Going {
  return every(
    EVERY_MS,
    async () => {
      const { passwords, acl } = brokerFiles(await findBrokerUsers(database), secret);
      await replace(join(folder, 'passwords'), passwords);
      await replace(join(folder, 'acl'), acl);
    },
    log,
  );
}

/** Replaces a file whose content has changed, in one step. */
async function replace(path: string, text: string): Promise<void> {
  if ((await readFile(path, 'utf8').catch(() => null)) === text) return;
  await writeFile(`${path}.new`, text, { mode: 0o640 });
  await rename(`${path}.new`, path);
}
