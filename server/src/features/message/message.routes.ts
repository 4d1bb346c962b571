import { routes, type MessageView } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { deleteTarget, findMessages, findTargets, insertTarget } from './message.store.js';
import { webhookKey } from './send-messages.js';

/** @param mailGoesOut whether a mail server is configured */
export function messageRoutes({
  database,
  now,
  mailGoesOut,
  secret,
}: {
  readonly database: Database;
  readonly now: () => Date;
  readonly mailGoesOut: boolean;
  readonly secret: string;
}): readonly Handled[] {
  const view = async (tx: Transaction | null = null): Promise<MessageView> => ({
    mailGoesOut,
    targets: await findTargets(database, tx),
    messages: await findMessages(database, tx),
  });
  return [
    answer(routes.readMessages, () => view()),
    write(routes.addMessageTarget, async ({ key, body }, tx) => ({
      target: await insertTarget(database, key, body, now(), tx),
      key: body.way === 'webhook' ? webhookKey(secret, key) : null,
    })),
    write(routes.dropMessageTarget, async ({ params, body }, tx) => {
      await deleteTarget(database, params.targetId, body.version, tx);
      return view(tx);
    }),
  ];
}
