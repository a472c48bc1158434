import { type Page } from '@playwright/test';

/** Everything that a script on this device can read: databases, small storage, caches. */
export function readable(page: Page): Promise<string> {
  return page.evaluate(async () => {
    const found: unknown[] = [{ ...localStorage }, { ...sessionStorage }];
    for (const { name = '' } of await indexedDB.databases()) {
      const opening = indexedDB.open(name);
      await new Promise((resolve, reject) => {
        opening.onsuccess = resolve;
        opening.onerror = () => reject(new Error('a database stays closed'));
      });
      const db = opening.result;
      for (const store of db.objectStoreNames) {
        const reading = db.transaction(store).objectStore(store).getAll();
        await new Promise((resolve) => (reading.onsuccess = resolve));
        found.push(...(reading.result as unknown[]));
      }
      db.close();
    }
    for (const name of await caches.keys()) {
      const cache = await caches.open(name);
      for (const request of await cache.keys()) {
        const type = (await cache.match(request))?.headers.get('content-type') ?? '';
        // The program itself is everyone’s; what it asked for is not.
        if (type.includes('json') || request.url.includes('/api/')) found.push(request.url);
      }
    }
    return JSON.stringify(found);
  });
}
