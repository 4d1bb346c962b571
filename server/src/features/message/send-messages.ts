import { createHmac } from 'node:crypto';
import { createTransport, type Transporter } from 'nodemailer';
import pLimit from 'p-limit';
import { SIGNATURE_HEADER, type WebhookBody } from '@gantelet/contracts';
import { DAY_MS } from '@gantelet/core';
import type { Config } from '../../config.js';
import type { Database } from '../../db/database.js';
import { rowsBy } from '../../db/rows-by.js';
import { claimDelivery, findDue, noteDelivery, type DueDelivery } from './message.store.js';
import { post, readNetworks } from './webhook.js';

/** How long one server may try; after that another may. */
const LEASE_MS = 60_000;
const ANSWER_WITHIN_MS = 10_000;
const FIRST_WAIT_MS = 30_000;
const LONGEST_WAIT_MS = 3_600_000;
/** After this long somebody has to look: the lead sees it on Now. */
const GIVEN_UP_AFTER_MS = DAY_MS;
const LONGEST_PROBLEM = 300;
/** Recipients that are sent to at once. */
const AT_ONCE = 8;

/** How messages leave the server. */
export interface MessageSender {
  /** Null without a mail server: mails stay in the list, where they can be read. */
  readonly mail: { readonly transport: Pick<Transporter, 'sendMail'>; readonly from: string } | null;
  /** The secret that webhook keys are derived from. */
  readonly secret: string;
  /** Networks inside the shop that webhooks may go to. */
  readonly networks: ReturnType<typeof readNetworks>;
}

/** A sender of mails over SMTP, and of webhooks. */
export function messageSender({
  mail,
  sessionSecret,
  webhookNetworks,
}: Pick<Config, 'mail' | 'sessionSecret' | 'webhookNetworks'>): MessageSender {
  const limits = { connectionTimeout: ANSWER_WITHIN_MS, socketTimeout: ANSWER_WITHIN_MS };
  return {
    mail: mail && { transport: createTransport({ url: mail.url, ...limits }), from: mail.from },
    secret: sessionSecret,
    networks: readNetworks(webhookNetworks),
  };
}

/** The key that POSTs to a recipient are signed with: derived from the secret of the works and stored nowhere. */
export function webhookKey(secret: string, targetId: string): string {
  return createHmac('sha256', secret).update(`webhook ${targetId}`).digest('hex');
}

/**
 * Sends what is due, to several recipients at once and to each in order, so that one that does not answer holds up no
 * other. A message is retried at growing intervals until it is accepted or a day old; if a reply is lost it may arrive
 * twice, under the same id. Any number of servers may do so.
 */
export async function sendMessages(database: Database, sender: MessageSender, now: Date): Promise<number> {
  const inTurn = pLimit(AT_ONCE);
  // Without a mail server a mail stays where people can read it.
  const due = await findDue(database, now, sender.mail === null ? ['webhook'] : ['mail', 'webhook']);
  const queues = rowsBy(due, ({ targetId }) => targetId);
  const sent = await Promise.all(
    [...queues.values()].map((queue) => inTurn(() => sendQueue(database, sender, queue, now))),
  );
  return sent.reduce((sum, count) => sum + count, 0);
}

/** Sends to one recipient until it fails once; the rest is due again on the next pass. */
async function sendQueue(
  database: Database,
  sender: MessageSender,
  queue: readonly DueDelivery[],
  now: Date,
): Promise<number> {
  let sent = 0;
  for (const due of queue) {
    if (!(await claimDelivery(database, due, new Date(now.getTime() + LEASE_MS)))) continue;
    const problem = await deliver(due, sender).then(
      () => null,
      (error: unknown) => (error instanceof Error ? error.message : String(error)).slice(0, LONGEST_PROBLEM),
    );
    await noteDelivery(database, due, outcomeOf(due, problem, now));
    if (problem !== null) return sent;
    sent++;
  }
  return sent;
}

function outcomeOf({ tries, madeAt }: DueDelivery, problem: string | null, now: Date) {
  if (problem === null) return { sentAt: now, problem: '' };
  if (now.getTime() - madeAt.getTime() > GIVEN_UP_AFTER_MS) return { givenUpAt: now, problem };
  const wait = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** tries);
  return { dueAt: new Date(now.getTime() + wait), problem };
}

async function deliver(due: DueDelivery, { mail, secret, networks }: MessageSender): Promise<void> {
  const { id, kind, subject, text, madeAt, address, targetId } = due;
  if (due.way === 'mail') {
    const messageId = `<${id}@gantelet>`;
    await mail!.transport.sendMail({ from: mail!.from, to: address, subject, text, messageId });
    return;
  }
  const told: WebhookBody = { id, kind, subject, text, madeAt: madeAt.toISOString() };
  const body = JSON.stringify(told);
  const signature = createHmac('sha256', webhookKey(secret, targetId)).update(body).digest('hex');
  const headers = { 'content-type': 'application/json', [SIGNATURE_HEADER]: `sha256=${signature}` };
  await post(address, headers, body, networks);
}
