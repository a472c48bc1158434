import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { CheckPage } from '../pages/check.page.ts';
import { demoSignIn } from '../pages/installation.ts';
import { hasOnDevice } from '../pages/on-device.ts';
import { test } from '../pages/quiet.ts';
import { servedWithDemo } from '../pages/served.ts';
import { readable } from '../pages/readable.ts';
import { SignInPage } from '../pages/sign-in.page.ts';
import { TakeHomePage } from '../pages/take-home.page.ts';

const served = servedWithDemo();

const OF_THE_DEVICE = /^\[\{("lotrecht-(theme|touched|letter-keys|lock-minutes)":"[^"]*",?)*\},\{\}\]$/;

async function signOut(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Account' }).click();
  await page.getByRole('button', { name: 'Sign out here' }).click();
}

test('what two people leave on one tablet is asked about, and nothing of it can be read after a sign-out', async ({
  page,
}) => {
  const home = new TakeHomePage(page);
  await home.open('Osk Brannel');
  const link = await home.sendLink('osk@post.example');
  await page.goto(link);
  await expect(page.getByRole('heading', { name: 'For Osk' })).toBeVisible();
  await page.goto(served.address);

  const check = new CheckPage(page);
  await page.getByRole('button', { name: 'New check for Anselm Tove' }).click();
  await check.toTape();
  await check.field('Toes Lead gap').fill('577');
  const address = page.url();
  await page.getByRole('link', { name: /^Lesson / }).click();
  await page.getByLabel('What was worked on').fill('Feet to the quarry');
  await hasOnDevice(page, 'Feet to the quarry');
  const before = await readable(page);
  for (const typed of ['577', 'Feet to the quarry', link.split('#')[1] ?? '', 'Osk'])
    expect(before).toContain(typed);

  await signOut(page);
  const left = page.getByRole('group', { name: '2 things are only on this device' });
  await expect(left).toContainText('Notes of a lesson, typed');
  await left.getByRole('button', { name: 'Stay' }).click();
  await page.getByRole('button', { name: 'Sign out here' }).click();
  const saving = page.waitForEvent('download');
  await left.getByRole('button', { name: 'Save as a file, and sign out' }).click();
  const file = await (await saving).path();
  await expect(page.getByLabel('E-mail')).toBeVisible();
  await expect.poll(() => readable(page)).toMatch(OF_THE_DEVICE);

  const { password } = demoSignIn(served);
  await new SignInPage(page).signIn(served.address, { email: 'teo@tarnside.example', password });
  await page.goto(address);
  await check.toTape();
  await expect(check.field('Toes Lead gap')).toHaveValue('');
  await check.field('Toes Lead gap').fill('588');
  await signOut(page);
  await page.getByRole('button', { name: 'Let go, and sign out' }).click();
  await expect(page.getByLabel('E-mail')).toBeVisible();
  await expect.poll(() => readable(page)).toMatch(OF_THE_DEVICE);

  // Who saved it brings it back, and goes on where they were.
  expect(readFileSync(file, 'utf8')).not.toContain(link.split('#')[1] ?? '');
  await new SignInPage(page).signIn(served.address, demoSignIn(served));
  await page.getByRole('link', { name: 'Account' }).click();
  await page.getByLabel('A file of what was left on a device').setInputFiles(file);
  await expect(page.getByText('2 things are here again.')).toBeVisible();
  await page.goto(address);
  await expect(check.field('Toes Lead gap')).toHaveValue('577');
});

test('a second tab closes with the sign-out, and what can be sent is sent first', async ({ page }) => {
  await page.getByRole('link', { name: 'Places' }).click();
  await page.getByRole('link', { name: 'Add place' }).click();
  await page.getByLabel('Name').first().fill('Old quarry');
  await page.getByLabel('Name').first().blur();
  await hasOnDevice(page, 'Old quarry');
  const other = await page.context().newPage();
  await other.goto(served.address);
  await expect(other.getByRole('heading', { name: 'Tee sheet' })).toBeVisible();
  await signOut(page);
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByLabel('E-mail')).toBeVisible();
  await expect(other.getByLabel('E-mail')).toBeVisible();
  await new SignInPage(page).signIn(served.address, demoSignIn(served));
  await page.getByRole('link', { name: 'Places' }).click();
  await expect(page.getByText('Old quarry')).toBeVisible();
});
