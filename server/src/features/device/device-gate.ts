import type { DeviceKind } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { gathered } from '../../db/gathered.js';
import { findLetIn, type Comer } from './device.store.js';

/** The kind of a device whose token is right; null for any other. */
export type Gate = (comer: Comer) => Promise<DeviceKind | null>;

/**
 * Checks device tokens. After a power cut a thousand devices connect at once: they are looked up in groups, so that
 * people's requests are answered in between.
 */
export function openGate(database: Database): Gate {
  return gathered((comers: readonly Comer[]) => findLetIn(database, comers), { waitMs: 25, most: 50 });
}
