import * as z from 'zod';
import { MessageTargetEntry, MessageTargetWithKey, MessageView } from '../message/index.js';
import { Id, Version } from '../shared/index.js';
import { reads, writes } from './route.js';

/** Mails and webhooks. */
export const messageRoutes = {
  readMessages: reads({
    id: 'readMessages',
    path: '/api/messages',
    summary: 'Message recipients, and the latest messages with their deliveries',
    permission: 'lead',
    reply: MessageView,
  }),
  addMessageTarget: writes({
    id: 'addMessageTarget',
    method: 'POST',
    path: '/api/message-targets',
    summary: 'Add a message recipient',
    permission: 'lead',
    secret: true,
    body: MessageTargetEntry,
    reply: MessageTargetWithKey,
    errors: ['message-target.private'],
  }),
  dropMessageTarget: writes({
    id: 'dropMessageTarget',
    method: 'DELETE',
    path: '/api/message-targets/:targetId',
    summary: 'Remove a message recipient; unsent messages to it are deleted',
    permission: 'lead',
    secret: true,
    params: z.strictObject({ targetId: Id }),
    body: z.strictObject({ version: Version }),
    reply: MessageView,
    errors: ['message-target.unknown', 'version.stale'],
  }),
} as const;
