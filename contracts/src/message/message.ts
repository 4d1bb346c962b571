import * as z from 'zod';
import { Id, Instant, Version } from '../shared/index.js';

/** What the shop is told of by itself, beyond the screens. */
export const MESSAGE_KINDS = ['machine-stopped', 'round-published', 'order-now'] as const;
export type MessageKind = (typeof MESSAGE_KINDS)[number];

/** By mail to a person, or by a POST to another system. */
export const MESSAGE_WAYS = ['mail', 'webhook'] as const;
export type MessageWay = (typeof MESSAGE_WAYS)[number];

const kinds = z
  .array(z.enum(MESSAGE_KINDS))
  .min(1)
  .refine((list) => new Set(list).size === list.length, { error: 'each kind once' });

const Mail = z.email();
const WebAddress = z.url({ protocol: /^https?$/ });

/** Where messages go, and which. */
export const MessageTargetEntry = z
  .strictObject({ way: z.enum(MESSAGE_WAYS), address: z.string().trim().max(300), kinds })
  .refine(({ way, address }) => way !== 'mail' || Mail.safeParse(address).success, {
    path: ['address'],
    error: 'a mail address',
  })
  .refine(({ way, address }) => way !== 'webhook' || WebAddress.safeParse(address).success, {
    path: ['address'],
    error: 'an http or https address',
  });
export type MessageTargetEntry = z.infer<typeof MessageTargetEntry>;

export const MessageTarget = z.object({
  id: Id,
  way: z.enum(MESSAGE_WAYS),
  address: z.string(),
  kinds: z.array(z.enum(MESSAGE_KINDS)),
  addedAt: Instant,
  version: Version,
});
export type MessageTarget = z.infer<typeof MessageTarget>;

/** A target with the key that its POSTs are signed with, which is told this once; null for mail. */
export const MessageTargetWithKey = z.object({ target: MessageTarget, key: z.string().nullable() });
export type MessageTargetWithKey = z.infer<typeof MessageTargetWithKey>;

/** A message and what became of it at each target. */
export const Message = z.object({
  id: Id,
  kind: z.enum(MESSAGE_KINDS),
  subject: z.string(),
  text: z.string(),
  madeAt: Instant,
  deliveries: z.array(
    z.object({
      address: z.string(),
      sentAt: Instant.nullable(),
      tries: z.int().min(0),
      /** Why the last try failed; empty while none did. */
      problem: z.string(),
    }),
  ),
});
export type Message = z.infer<typeof Message>;

export const MessageView = z.object({
  /** Whether the server knows a mail server; without one, mails stay here to be read. */
  mailGoesOut: z.boolean(),
  targets: z.array(MessageTarget),
  /** The last ones, newest first. */
  messages: z.array(Message),
});
export type MessageView = z.infer<typeof MessageView>;

/** Header of a webhook: `sha256=` and the HMAC (RFC 2104) of the body under the key of the target, in hex. */
export const SIGNATURE_HEADER = 'X-Gantelet-Signature';

/** What a webhook is sent. `id` is the same however often it is sent: a message may come twice. */
export const WebhookBody = z.object({
  id: Id,
  kind: z.enum(MESSAGE_KINDS),
  subject: z.string(),
  text: z.string(),
  madeAt: Instant,
});
export type WebhookBody = z.infer<typeof WebhookBody>;
