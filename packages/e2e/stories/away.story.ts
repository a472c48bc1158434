import { expect, type Page } from '@playwright/test';
import { CheckPage } from '../pages/check.page.ts';
import { test } from '../pages/quiet.ts';
import { servedWithDemo } from '../pages/served.ts';

servedWithDemo();

const withoutNetwork = (page: Page): Promise<void> => page.context().setOffline(true);
const withNetwork = (page: Page): Promise<void> => page.context().setOffline(false);

test('a page whose part of the program cannot be fetched is said, and opens when the network is back', async ({
  page,
}) => {
  await withoutNetwork(page);
  await page.getByRole('link', { name: 'Station' }).click();
  const trouble = page.getByRole('alert').filter({ hasText: 'could not be fetched' });
  await expect(trouble).toContainText('It opens as soon as it comes.');
  // What stands goes on working: the page that was left is there, and the other is tried by hand too.
  await expect(page.getByRole('link', { name: 'Runa Feldt' }).first()).toBeVisible();
  await trouble.getByRole('button', { name: 'Try again' }).click();
  await expect(trouble).toBeVisible();
  await withNetwork(page);
  await expect(page.getByRole('heading', { level: 1, name: 'Station' })).toBeVisible();
  await expect(trouble).toHaveCount(0);
});

test('seconds without a network at the next set-up: it is said, and the set-up is there when the network is', async ({
  page,
}) => {
  const check = new CheckPage(page);
  await page.getByRole('button', { name: 'New check for Runa Feldt' }).click();
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await check.keep();
  await withoutNetwork(page);
  await page.keyboard.press('n');
  await expect(
    page.getByText('No connection to the server. What you typed is kept on this device.'),
  ).toBeVisible();
  await withNetwork(page);
  await expect(page.getByText('Nothing typed yet')).toBeVisible();
});

test('a check that was asked to be kept without a network goes out as soon as it is back', async ({
  page,
}) => {
  const check = new CheckPage(page);
  await page.getByRole('button', { name: 'New check for Osk Brannel' }).click();
  await check.toTape();
  await check.typeReadings(['571', '590', '450', '4', '1', '75']);
  await withoutNetwork(page);
  await page.getByRole('button', { name: 'Keep check' }).click();
  await expect(page.getByText(/Not reached\. Kept on this device/)).toBeVisible();
  await withNetwork(page);
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible({ timeout: 5_000 });
});

test('a tape that is full when its page is loaded anew has no field that the next digit would go over', async ({
  page,
}) => {
  const check = new CheckPage(page);
  await page.getByRole('button', { name: 'New check for Anselm Tove' }).click();
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await page.reload();
  await expect(check.field('Toes Lead gap')).toHaveValue('571');
  await expect(check.field('Toes Lead gap')).not.toBeFocused();
  await page.keyboard.type('9');
  await expect(check.field('Toes Lead gap')).toHaveValue('571');
});
