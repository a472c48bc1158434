import { expect, type Page } from '@playwright/test';

/**
 * Waits until this device has what was typed into a record. It does within some hundredths of a second: sooner than a
 * person can load a page anew, and not sooner than a story can.
 */
export async function hasOnDevice(page: Page, text: string): Promise<void> {
  const typed = (): Promise<string> =>
    page.evaluate(
      () =>
        new Promise<string>((resolve, reject) => {
          const opening = indexedDB.open('lotrecht');
          opening.onerror = () => reject(new Error('no drafts on this device'));
          opening.onsuccess = () => {
            const database = opening.result;
            const reading = database.transaction('typedRecords').objectStore('typedRecords').getAll();
            reading.onerror = () => reject(new Error('the drafts cannot be read'));
            reading.onsuccess = () => {
              database.close();
              resolve(JSON.stringify(reading.result));
            };
          };
        }),
    );
  await expect.poll(typed).toContain(text);
}
