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

test('a check in two tabs: the second is shown what the first has kept, and nothing goes over it unasked', async ({
  page,
}) => {
  await page.getByRole('button', { name: 'New check for Runa Feldt' }).click();
  const first = new CheckPage(page);
  await first.toTape();
  const tab = await secondTab(page);
  const second = new CheckPage(tab);
  await second.toTape();
  await first.typeReadings(['571', '602', '450', '4', '1', '75']);
  await first.keep();
  await second.typeReadings(['571', '580', '450', '4', '1', '75']);
  await tab.getByRole('button', { name: 'Keep check' }).click();
  const both = tab.getByRole('alert').filter({ hasText: 'Changed elsewhere since you opened it' });
  await expect(both).toBeVisible();
  await tab.getByRole('button', { name: 'Keep mine' }).click();
  await expect(tab.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  // The first says what it has kept, until it is opened anew.
  await page.reload();
  await expect(first.field('Toes Trail gap')).toHaveValue('580');
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
