import { expect, type Page } from '@playwright/test';
import { CheckPage } from '../pages/check.page.ts';
import { test } from '../pages/quiet.ts';
import { servedWithDemo } from '../pages/served.ts';

servedWithDemo();

/** The page that one has open, in a second tab of the same browser. */
async function secondTab(page: Page): Promise<Page> {
  const tab = await page.context().newPage();
  await tab.goto(page.url());
  return tab;
}

test('a check in two tabs: the second reads it, takes it over with what was typed, and has it when the other is closed', async ({
  page,
}) => {
  const elsewhere = (of: Page) => of.getByText('You have this check open in another tab.');
  await page.getByRole('button', { name: 'New check for Runa Feldt' }).click();
  const first = new CheckPage(page);
  await first.toTape();
  await first.typeReadings(['571', '602', '450', '4', '1', '75']);
  await expect(page.getByText('On this device', { exact: true })).toBeVisible();
  const tab = await secondTab(page);
  const second = new CheckPage(tab);
  await expect(elsewhere(tab)).toBeVisible();
  await expect(second.field('Toes Trail gap')).toHaveValue('602');
  // It is read: no key and no tap reaches it.
  await tab.keyboard.press('k');
  await expect(second.field('Toes Trail gap')).toBeVisible();
  expect(await tab.locator('.tee').evaluate((tee) => tee.matches('[inert]'))).toBe(true);
  // What the first keeps is seen in the second.
  await first.keep();
  await expect(tab.getByRole('button', { name: '1 version', includeHidden: true })).toBeVisible();

  await tab.getByRole('button', { name: 'Work on it here' }).click();
  await expect(elsewhere(tab)).toBeHidden();
  await expect(elsewhere(page)).toBeVisible();
  await second.field('Toes Trail gap').fill('580');
  // Nothing more is to be read: it is kept.
  await second.field('Toes Trail gap').press('Enter');
  await expect(tab.getByRole('button', { name: '2 versions' })).toBeVisible();
  await expect(page.getByRole('button', { name: '2 versions', includeHidden: true })).toBeVisible();

  // The second is closed: the first goes on.
  await tab.close();
  await expect(elsewhere(page)).toBeHidden();
  await expect(first.field('Toes Trail gap')).toHaveValue('580');
  expect(await page.locator('.tee').evaluate((tee) => tee.matches('[inert]'))).toBe(false);
});

test('a place in two tabs: what the first asked for goes out once, and the second chooses', async ({
  page,
}) => {
  await page.getByRole('link', { name: 'Places' }).click();
  await page.locator('#main li a').first().click();
  const name = (of: Page) => of.getByLabel('Name', { exact: true }).first();
  await expect(name(page)).not.toHaveValue('');
  const tab = await secondTab(page);
  await expect(name(tab)).not.toHaveValue('');
  const sent: string[] = [];
  page.context().on('request', (request) => {
    if (request.method() === 'PATCH') sent.push(String(request.postDataJSON()['name']));
  });
  await name(page).fill('Far rim');
  await page.getByRole('button', { name: 'Keep place' }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  await name(tab).fill('Near rim');
  await tab.getByRole('button', { name: 'Keep place' }).click();
  await expect(tab.getByRole('cell', { name: 'Far rim', exact: true })).toBeVisible();
  await tab.getByRole('button', { name: 'Take the other' }).click();
  await expect(name(tab)).toHaveValue('Far rim');
  expect(sent).toEqual(['Far rim', 'Near rim']);
});
