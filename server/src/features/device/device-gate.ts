import type { DeviceKind } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { gathered } from '../../db/gathered.js';
import { findLetIn, type Comer } from './device.store.js';

/** The kind of a device whose token is right; null for any other. */
export type Gate = (comer: Comer) => Promise<DeviceKind | null>;

/**
 * Opens the gate for devices. After a power cut a thousand come at once: they are looked up group by group, so that
 * people who ask for something meanwhile are answered between the groups.
 */
export function openGate(database: Database): Gate {
  return gathered((comers: readonly Comer[]) => findLetIn(database, comers), { waitMs: 25, most: 50 });
}
