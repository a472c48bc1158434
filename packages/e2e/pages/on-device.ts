import { expect, type Page } from '@playwright/test';

/** What this device has of checks, or of records of any other kind, that were typed and not kept. */
export async function draftsOnDevice(
  page: Page,
  kept: 'checks' | 'others',
): Promise<
  readonly {
    readonly kind: string;
    readonly id: string;
    readonly typed: { readonly content: unknown; readonly more: unknown };
  }[]
> {
  const all = await page.evaluate(
    () =>
      new Promise<readonly unknown[]>((resolve, reject) => {
        const opening = indexedDB.open('lotrecht');
        opening.onerror = () => reject(new Error('no drafts on this device'));
        opening.onsuccess = () => {
          const reading = opening.result.transaction('entries').objectStore('entries').getAll();
          reading.onerror = () => reject(new Error('the drafts cannot be read'));
          reading.onsuccess = () => {
            opening.result.close();
            resolve(reading.result);
          };
        };
      }),
  );
  const entries = all as Awaited<ReturnType<typeof draftsOnDevice>>;
  return entries.filter(({ kind }) => (kind === 'check') === (kept === 'checks'));
}

/**
 * Waits until this device has what was typed into a record. It does within some hundredths of a second: sooner than a
 * person can load a page anew, and not sooner than a story can.
 */
export async function hasOnDevice(page: Page, text: string): Promise<void> {
  await expect.poll(async () => JSON.stringify(await draftsOnDevice(page, 'others'))).toContain(text);
}
