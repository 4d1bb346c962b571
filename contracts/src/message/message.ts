import * as z from 'zod';
import { Id, Instant, secret, Version } from '../shared/index.js';

/** What the shop is notified of, beyond the screens. */
export const MESSAGE_KINDS = ['machine-stopped', 'round-published', 'order-now', 'book-head'] as const;
export type MessageKind = (typeof MESSAGE_KINDS)[number];

/** By email to a person, or by a POST to another system. */
export const MESSAGE_WAYS = ['mail', 'webhook'] as const;
export type MessageWay = (typeof MESSAGE_WAYS)[number];

const kinds = z
  .array(z.enum(MESSAGE_KINDS))
  .min(1)
  .max(MESSAGE_KINDS.length)
  .refine((list) => new Set(list).size === list.length, { error: 'each kind once' });

const Mail = z.email();
const WebAddress = z.url({ protocol: /^https?$/ });

/** The host of a web address: its path and query may hold a key. A mail address is none. */
export const shownAddress = (address: unknown): string =>
  String(address).replace(/^(https?:\/\/)(?:[^/?#]*@)?([^/?#]*).*$/is, '$1$2/…');
const Address = secret(z.string().trim().max(300), shownAddress);

/** Whether a web address carries a name or password, which the sender would drop. */
const hasCredentials = (address: string): boolean => /^https?:[\\/]*[^\\/?#]*@/i.test(address);

/** A recipient, and what to send there. */
export const MessageTargetEntry = z
  .strictObject({ way: z.enum(MESSAGE_WAYS), address: Address, kinds })
  .refine(({ way, address }) => way !== 'mail' || Mail.safeParse(address).success, {
    path: ['address'],
    error: 'a mail address',
  })
  .refine(({ way, address }) => way !== 'webhook' || WebAddress.safeParse(address).success, {
    path: ['address'],
    error: 'an http or https address',
  })
  .refine(({ way, address }) => way !== 'webhook' || !hasCredentials(address), {
    path: ['address'],
    error: 'an address without a name and password in it: they are never sent from here',
  });
export type MessageTargetEntry = z.infer<typeof MessageTargetEntry>;

export const MessageTarget = z.object({
  id: Id,
  way: z.enum(MESSAGE_WAYS),
  address: Address,
  kinds: z.array(z.enum(MESSAGE_KINDS)),
  addedAt: Instant,
  version: Version,
});
export type MessageTarget = z.infer<typeof MessageTarget>;

/** A recipient with the key its POSTs are signed with, which is shown only once; null for mail. */
export const MessageTargetWithKey = z.object({ target: MessageTarget, key: secret(z.string()).nullable() });
export type MessageTargetWithKey = z.infer<typeof MessageTargetWithKey>;

/** A message and its deliveries. */
export const Message = z.object({
  id: Id,
  kind: z.enum(MESSAGE_KINDS),
  subject: z.string(),
  text: z.string(),
  madeAt: Instant,
  deliveries: z.array(
    z.object({
      address: Address,
      sentAt: Instant.nullable(),
      tries: z.int().min(0),
      /** Why the last attempt failed; empty if none has. */
      problem: z.string(),
    }),
  ),
});
export type Message = z.infer<typeof Message>;

export const MessageView = z.object({
  /** Whether a mail server is configured; without one, mails stay here to be read. */
  mailGoesOut: z.boolean(),
  targets: z.array(MessageTarget),
  /** The latest ones, newest first. */
  messages: z.array(Message),
});
export type MessageView = z.infer<typeof MessageView>;

/** Header of a webhook: `sha256=` and the HMAC (RFC 2104) of the body under the recipient's key, in hex. */
export const SIGNATURE_HEADER = 'X-Gantelet-Signature';

/** Body of a webhook. `id` is the same however often it is sent: a message may arrive twice. */
export const WebhookBody = z.object({
  id: Id,
  kind: z.enum(MESSAGE_KINDS),
  subject: z.string(),
  text: z.string(),
  madeAt: Instant,
});
export type WebhookBody = z.infer<typeof WebhookBody>;
