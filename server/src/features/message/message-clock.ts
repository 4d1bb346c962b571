import type { Logger } from 'pino';
import type { Database } from '../../db/database.js';
import { every, type Going } from '../../jobs/every.js';
import { makeMessages } from './make-messages.js';
import { sendMessages, type MessageSender } from './send-messages.js';

const LOOK_EVERY_MS = 5000;

/** Sends messages about what happens, until stopped. Any number of servers may do so. */
export function startMessages(database: Database, sender: MessageSender, log: Logger): Going {
  return every(
    LOOK_EVERY_MS,
    async () => {
      await makeMessages(database, new Date());
      await sendMessages(database, sender, new Date());
    },
    log,
  );
}
