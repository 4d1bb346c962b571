import * as z from 'zod';
import { Id, Instant, Name } from '../shared/index.js';

export const DEVICE_KINDS = ['tension-gauge', 'scale'] as const;
export const DeviceKind = z.enum(DEVICE_KINDS);
export type DeviceKind = z.infer<typeof DeviceKind>;

/** What a device proves itself with: 32 random bytes as base64url. The server keeps only its hash. */
export const DeviceToken = z
  .string()
  .regex(/^[A-Za-z0-9_-]{43}$/, '43 letters, digits, dashes or underscores: 32 random bytes as base64url');

export const Device = z.object({
  id: Id,
  kind: DeviceKind,
  name: Name,
  /** A simulated one, which can be asked to pull or to weigh. */
  standIn: z.boolean(),
  registeredAt: Instant,
  registeredBy: Name,
  /** From here on it is not let in. */
  revokedAt: Instant.nullable(),
});
export type Device = z.infer<typeof Device>;

/** A device as the lead registers it. Who registers makes the token, so that it is told to nobody again. */
export const DeviceEntry = z.strictObject({ kind: DeviceKind, name: Name, token: DeviceToken });
export type DeviceEntry = z.infer<typeof DeviceEntry>;
