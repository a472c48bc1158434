import { expect } from '@playwright/test';
import { test } from '../pages/quiet.ts';
import { demoSignIn } from '../pages/installation.ts';
import { servedToAnyone } from '../pages/served.ts';
import { SignInPage } from '../pages/sign-in.page.ts';
import { StudentsPage } from '../pages/students.page.ts';

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

test('letters that no name has are not fetched', async ({ page }) => {
  const fonts: string[] = [];
  page.on('request', (request) => {
    if (request.resourceType() === 'font') fonts.push(request.url());
  });
  await new SignInPage(page).signIn(served.address, demoSignIn(served));
  await page.evaluate(() => document.fonts.ready);
  expect(fonts.length).toBeGreaterThan(0);
  expect(fonts.filter((url) => /latin-ext|vietnamese/.test(url))).toEqual([]);
});

for (const [where, viewport] of [
  ['a tablet', { width: 1280, height: 800 }],
  ['a phone', { width: 390, height: 844 }],
] as const) {
  test(`nothing moves while the page of a student comes, on ${where}`, async ({ page }) => {
    await page.setViewportSize(viewport);
    await page.addInitScript(() => {
      const seen = window as unknown as { shifted: number };
      seen.shifted = 0;
      new PerformanceObserver((list) => {
        for (const entry of list.getEntries()) {
          const { value, hadRecentInput } = entry as unknown as { value: number; hadRecentInput: boolean };
          if (!hadRecentInput) seen.shifted += value;
        }
      }).observe({ type: 'layout-shift', buffered: true });
    });
    await new SignInPage(page).signIn(served.address, demoSignIn(served));
    await new StudentsPage(page).open('Runa Feldt');
    await page.waitForURL(/\/students\/[0-9a-f-]{36}$/);
    await page.reload();
    await page.getByRole('button', { name: 'Delete student' }).waitFor();
    await page.evaluate(() => document.fonts.ready);
    const shifted = await page.evaluate(() => (window as unknown as { shifted: number }).shifted);
    process.stdout.write(`page of a student on ${where}: content shift ${shifted.toFixed(3)}\n`);
    expect(shifted).toBeLessThanOrEqual(0.02);
  });
}
