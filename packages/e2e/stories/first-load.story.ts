import { expect } from '@playwright/test';
import { test } from '../pages/quiet.ts';
import { demoSignIn } from '../pages/installation.ts';
import { servedToAnyone } from '../pages/served.ts';
import { SignInPage } from '../pages/sign-in.page.ts';

/** What a first visit may load before the day's sheet is shown, compressed. */
const MOST_SCRIPT_BYTES = 200_000;

const served = servedToAnyone();

test('the first load to the tee sheet takes less than 200 kB of compressed script', async ({ page }) => {
  await new SignInPage(page).signIn(served.address, demoSignIn(served));
  const bytes = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter((entry) => new URL(entry.name).pathname.endsWith('.js'))
      .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0),
  );
  test.info().annotations.push({ type: 'script bytes', description: String(bytes) });
  process.stdout.write(`first-load script: ${bytes} bytes compressed\n`);
  expect(bytes).toBeGreaterThan(20_000);
  expect(bytes).toBeLessThan(MOST_SCRIPT_BYTES);
});

test('nothing is asked of another host', async ({ page }) => {
  const foreign: string[] = [];
  page.on('request', (request) => {
    if (!request.url().startsWith(served.address) && !request.url().startsWith('data:'))
      foreign.push(request.url());
  });
  await new SignInPage(page).signIn(served.address, demoSignIn(served));
  await page.getByRole('button', { name: 'New check for Runa Feldt' }).click();
  await page.getByRole('button', { name: /to the tape/ }).click();
  await page.getByLabel('Toes Lead gap').waitFor();
  expect(foreign).toEqual([]);
});
