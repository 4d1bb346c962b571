import { newId, routes, USUAL_BUYING, type NeedleChoice, type StoreItemEntry } from '@gantelet/contracts';
import type { TestClient } from './test-client.js';

/** A kind of needle with default purchasing settings. */
export const needleItem = (needle: NeedleChoice): StoreItemEntry => ({
  thing: { kind: 'needle', needle },
  place: '',
  supplier: '',
  ...USUAL_BUYING.needle,
  packPrice: null,
  inUse: true,
});

/** Adds a kind of needle to the store. @returns its id there */
export async function keepNeedle(client: TestClient, needle: NeedleChoice): Promise<string> {
  const key = newId();
  await client.call(routes.addStoreItem, { key, body: needleItem(needle) });
  return key;
}
