import { ProblemError, routes, type MessageView } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { deleteTarget, findMessages, findTargets, insertTarget } from './message.store.js';
import { webhookKey } from './send-messages.js';
import { readNetworks, refusedHost } from './webhook.js';

/** @param mailGoesOut whether a mail server is configured */
export function messageRoutes({
  database,
  now,
  mailGoesOut,
  secret,
  webhookNetworks,
}: {
  readonly database: Database;
  readonly now: () => Date;
  readonly mailGoesOut: boolean;
  readonly secret: string;
  readonly webhookNetworks: readonly string[];
}): readonly Handled[] {
  const networks = readNetworks(webhookNetworks);
  const view = async (tx: Transaction | null = null): Promise<MessageView> => ({
    mailGoesOut,
    targets: await findTargets(database, tx),
    messages: await findMessages(database, tx),
  });
  return [
    answer(routes.readMessages, () => view()),
    write(routes.addMessageTarget, async ({ key, body }, tx) => {
      const refused = body.way === 'webhook' ? refusedHost(body.address, networks) : null;
      if (refused !== null) throw new ProblemError('message-target.private', { host: refused });
      return {
        target: await insertTarget(database, key, body, now(), tx),
        key: body.way === 'webhook' ? webhookKey(secret, key) : null,
      };
    }),
    write(routes.dropMessageTarget, async ({ params, body }, tx) => {
      await deleteTarget(database, params.targetId, body.version, tx);
      return view(tx);
    }),
  ];
}
