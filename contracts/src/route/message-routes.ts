import * as z from 'zod';
import { MessageTargetEntry, MessageTargetWithKey, MessageView } from '../message/index.js';
import { Id, Version } from '../shared/index.js';
import { reads, writes } from './route.js';

/** Mails and webhooks. */
export const messageRoutes = {
  readMessages: reads({
    id: 'readMessages',
    path: '/api/messages',
    summary: 'Where messages go, and the last ones with what became of them',
    permission: 'lead',
    reply: MessageView,
  }),
  addMessageTarget: writes({
    id: 'addMessageTarget',
    method: 'POST',
    path: '/api/message-targets',
    summary: 'Send messages to an address from now on',
    permission: 'lead',
    secret: true,
    body: MessageTargetEntry,
    reply: MessageTargetWithKey,
  }),
  dropMessageTarget: writes({
    id: 'dropMessageTarget',
    method: 'DELETE',
    path: '/api/message-targets/:targetId',
    summary: 'Send no more messages to an address; what was not sent yet is dropped',
    permission: 'lead',
    params: z.strictObject({ targetId: Id }),
    body: z.strictObject({ version: Version }),
    reply: MessageView,
    errors: ['message-target.unknown', 'version.stale'],
  }),
} as const;
