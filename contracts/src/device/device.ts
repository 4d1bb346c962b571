import * as z from 'zod';
import { Id, Instant, Name, secret } from '../shared/index.js';

export const DEVICE_KINDS = ['counter', 'tension-gauge', 'scale', 'tablet', 'system'] as const;
export const DeviceKind = z.enum(DEVICE_KINDS);
export type DeviceKind = z.infer<typeof DeviceKind>;
/** Instruments used by hand on the bench. */
export type InstrumentKind = Exclude<DeviceKind, 'counter' | 'tablet' | 'system'>;

/** A device's credential: 32 random bytes as base64url. The server stores only its hash. */
export const DeviceToken = secret(
  z
    .string()
    .regex(/^[A-Za-z0-9_-]{43}$/, '43 letters, digits, dashes or underscores: 32 random bytes as base64url'),
);

export const Device = z.object({
  id: Id,
  kind: DeviceKind,
  name: Name,
  /** The machine a counter is on; null for bench instruments. */
  machineId: Id.nullable(),
  /** A simulated one, which can be asked to pull or to weigh. */
  standIn: z.boolean(),
  registeredAt: Instant,
  registeredBy: Name,
  /** When it was blocked. */
  revokedAt: Instant.nullable(),
});
export type Device = z.infer<typeof Device>;

/** A device as the lead registers it. The client makes the token, so that it is never sent back. */
export const DeviceEntry = z
  .strictObject({ kind: DeviceKind, name: Name, machineId: Id.nullable(), token: DeviceToken })
  .refine(({ kind, machineId }) => (kind === 'counter') === (machineId !== null), {
    path: ['machineId'],
    error: 'a machine for a counter, none for anything else',
  });
export type DeviceEntry = z.infer<typeof DeviceEntry>;
