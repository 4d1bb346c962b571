import { newId, routes, USUAL_BUYING, type NeedleChoice, type StoreItemEntry } from '@gantelet/contracts';
import type { TestClient } from './test-client.js';

/** A kind of needle as it is kept and bought while nobody said more. */
export const needleItem = (needle: NeedleChoice): StoreItemEntry => ({
  thing: { kind: 'needle', needle },
  place: '',
  supplier: '',
  ...USUAL_BUYING.needle,
  packPrice: null,
  inUse: true,
});

/** Keeps a kind of needle in the store. @returns the id it has there */
export async function keepNeedle(client: TestClient, needle: NeedleChoice): Promise<string> {
  const key = newId();
  await client.call(routes.addStoreItem, { key, body: needleItem(needle) });
  return key;
}
