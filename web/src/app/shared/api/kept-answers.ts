/** Caches of the service worker that hold answers of the server, by a part of their name. */
const OF_ANSWERS = ':data:';

/** Forgets what the service worker kept of the server's answers: they were for whoever was signed in. */
export async function forgetAnswers(): Promise<void> {
  if (!('caches' in globalThis)) return;
  for (const name of await caches.keys()) {
    if (!name.includes(OF_ANSWERS)) continue;
    const cache = await caches.open(name);
    // Emptied, not deleted: the service worker goes on with the one it has open.
    for (const request of await cache.keys()) await cache.delete(request);
  }
}
