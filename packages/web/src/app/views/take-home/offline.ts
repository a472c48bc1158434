/** Lets this page open without a network: its own files are kept by a worker that knows no other page. */
export async function openOffline(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  const registration = await navigator.serviceWorker.register('/h-worker.js', { scope: '/h' });
  const worker = registration.active ?? registration.installing ?? registration.waiting;
  if (worker === null) return;
  if (worker.state !== 'activated') {
    await new Promise<void>((resolve) => {
      worker.addEventListener('statechange', () => {
        if (worker.state === 'activated') resolve();
      });
    });
  }
  // What is loaded only when it is wanted is wanted without a network too.
  await Promise.all([import('./eye-at-home.ts'), import('../../sight/chalk-view.ts')]);
  const files = performance
    .getEntriesByType('resource')
    .map((entry) => new URL(entry.name))
    .filter((url) => url.origin === location.origin && !url.pathname.startsWith('/api/'))
    .map((url) => url.pathname);
  worker.postMessage({ files: [...new Set(files)] });
}
