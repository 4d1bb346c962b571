/** Caches of the service worker that hold server answers, by part of their name. */
const OF_ANSWERS = ':data:';

/** Clears the server answers cached by the service worker: they belonged to whoever was signed in. */
export async function forgetAnswers(): Promise<void> {
  if (!('caches' in globalThis)) return;
  for (const name of await caches.keys()) {
    if (!name.includes(OF_ANSWERS)) continue;
    const cache = await caches.open(name);
    // Emptied, not deleted: the service worker keeps using the cache it has open.
    for (const request of await cache.keys()) await cache.delete(request);
  }
}
