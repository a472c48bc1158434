import { expect } from '@playwright/test';
import { test } from '../pages/quiet.ts';
import { CheckPage } from '../pages/check.page.ts';
import { demoSignIn, Installation, type Served } from '../pages/installation.ts';
import { SignInPage } from '../pages/sign-in.page.ts';
import { StudentsPage } from '../pages/students.page.ts';

const installation = new Installation();
let served: Served;

test.beforeAll(async () => {
  test.setTimeout(300_000);
  served = await installation.start();
});

test.afterAll(() => installation.remove());

test.beforeEach(async ({ page }) => {
  await new SignInPage(page).signIn(served.address, demoSignIn(served));
});

test('a right-hander’s toes at 571 and 602 on 450 read 3.9° closed to the right, and are kept', async ({
  page,
}) => {
  const check = new CheckPage(page);
  await new StudentsPage(page).add('Hedda Marl', 'right');
  await new StudentsPage(page).startLessonAndCheck();
  await page.getByLabel('Target').fill('Barge');
  await page.getByLabel('At, m').fill('150');
  await page.getByLabel('At, m').blur();
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);

  await expect(check.toes).toContainText('3.9° closed (right)');
  await expect(check.toes).toContainText('Too closed');
  await expect(check.face).toContainText('2.3° open (right)');
  await expect(check.priority).toContainText(/Toes first, (most likely|perhaps)\./);
  await expect(check.priority).toContainText('Trail toe 30 mm toward the line.');
  await expect(check.priority).toContainText('trail 15 mm in, lead 15 mm back');
  await expect(check.priority).toContainText('aimed 9.9 m left');
  await expect(check.board).toHaveAccessibleName(/Toes 3\.9° closed \(right\), too closed/);
  await check.keep();

  // Everything is stopped and started again: the server, the database, the page.
  await installation.stop();
  served = await installation.start();
  await page.reload();
  await expect(check.toes).toContainText('3.9° closed (right)');
  await expect(check.face).toContainText('2.3° open (right)');
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
});

test('the same readings of a left-hander read closed to the left', async ({ page }) => {
  const check = new CheckPage(page);
  await new StudentsPage(page).add('Lorin Esk', 'left');
  await new StudentsPage(page).startLessonAndCheck();
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await expect(check.toes).toContainText('3.9° closed (left)');
  await expect(check.face).toContainText('2.3° open (left)');
  await expect(check.priority).toContainText('Trail toe 30 mm toward the line.');
});

test('a half-typed check survives a reload, slip and all', async ({ page }) => {
  const check = new CheckPage(page);
  await page.getByRole('button', { name: 'New check for Runa Feldt' }).click();
  await check.toTape();
  await check.field('Toes Lead gap').fill('571');
  await check.field('Toes Trail gap').fill('60x');
  await expect(page.getByText('On this device', { exact: true })).toBeVisible();
  await page.reload();
  await expect(check.field('Toes Lead gap')).toHaveValue('571');
  await expect(check.field('Toes Trail gap')).toHaveValue('60x');
  await expect(page.getByText('Typed here earlier and not kept yet.')).toBeVisible();
});

test('what cannot be a reading is said at its field, and nothing is kept', async ({ page }) => {
  const check = new CheckPage(page);
  await page.getByRole('button', { name: 'New check for Osk Brannel' }).click();
  await check.toTape();
  await check.field('Toes Lead gap').fill('571');
  await check.field('Toes Trail gap').fill('60x');
  await check.field('Toes Base').fill('0');
  await check.field('Face Heel gap').focus();
  await expect(page.getByText('Read “60x”. Type millimetres in digits, for example 571.')).toBeVisible();
  await check.field('Toes Trail gap').fill('602,5');
  await check.field('Face Heel gap').focus();
  await expect(page.getByText(/Read 0 mm\. It must be more than zero\./)).toBeVisible();
  await page.getByRole('button', { name: 'Reveal and keep' }).click();
  await expect(check.field('Toes Base')).toBeFocused();
  await expect(page.getByText('On this device', { exact: true })).toBeVisible();
  await check.field('Toes Base').fill('');
  await check.field('Face Heel gap').focus();
  await page.getByRole('button', { name: 'Reveal and keep' }).click();
  await expect(page.getByText('Base is missing. Read it, or clear the line.')).toBeVisible();
});

test('a correction keeps the version before, and a deleted check comes back', async ({ page }) => {
  const check = new CheckPage(page);
  await page.getByRole('button', { name: 'New check for Anselm Tove' }).click();
  await check.toTape();
  await check.typeReadings(['560', '560', '400', '3', '3', '75']);
  await expect(check.toes).toContainText('0.0° square');
  await check.keep();
  await check.typeReadings(['560', '580', '400', '3', '3', '75']);
  await check.keep();
  await page.getByRole('button', { name: '2 versions' }).click();
  const versions = page.getByRole('region', { name: 'Versions' });
  await expect(versions).toContainText('2.9° closed (right)');
  await expect(versions).toContainText('0.0° square');
  await page.getByRole('button', { name: 'Delete check' }).click();
  await expect(page.getByText('No check yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(check.toes).toContainText('2.9° closed (right)');
});

test('a base that can hardly be is asked about, and nothing behind the last field changes a kept check', async ({
  page,
}) => {
  const check = new CheckPage(page);
  await page.getByRole('button', { name: 'New check for Anselm Tove' }).click();
  await check.toTape();
  // A base that was never read: 120 for 630.
  await check.typeReadings(['560', '562', '120', '3', '3', '75']);
  const keep = page.getByRole('button', { name: /^(Keep check|Keep correction)$/ });
  await keep.click();
  const question = page.getByRole('alert').filter({ hasText: 'a base of 120 mm' });
  await expect(question).toContainText('Usual is 150 mm to 900 mm.');
  await page.getByRole('button', { name: 'Mend it' }).click();
  await expect(question).toBeHidden();
  await expect(check.field('Toes Base')).toBeFocused();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('630');
  await check.field('Toes Base').blur();
  await keep.click();
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();

  // Typing on, and keeping what is kept, makes no version and changes no field.
  await page.keyboard.type('999');
  await page.keyboard.press('Enter');
  await expect(check.field('Toes Base')).toHaveValue('630');
  await expect(check.field('Face Base')).toHaveValue('75');
  await page.reload();
  await expect(check.toes).toContainText('0.2° closed (right)');
  await expect(page.getByRole('button', { name: /versions$/ })).toBeHidden();

  // What was insisted on is kept as it was typed, and a correction that says so is a version of its own.
  await check.typeReadings(['560', '562', '120', '3', '3', '75']);
  await keep.click();
  await page.getByRole('button', { name: 'It is so' }).click();
  await expect(page.getByRole('button', { name: '2 versions' })).toBeVisible();
  await expect(check.toes).toContainText('1.0° closed (right)');
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('a quick check is tapped on the pad without a scroll', async ({ page }) => {
    const check = new CheckPage(page);
    await page.getByRole('button', { name: 'New check for Runa Feldt' }).tap();
    await check.toTape();
    // The bases stand as they were the last time.
    await check.tapReadings(['4', '1', '571', '602']);
    const large = page.locator('lo-number-pad').getByRole('button', { name: 'Reveal' });
    await expect(large).toBeInViewport({ ratio: 1 });
    await large.tap();
    await expect(check.toes).toContainText(/[34]\.\d° closed \(right\)/);
    await expect(check.toes).toBeInViewport({ ratio: 1 });
    await expect(check.priority).toBeInViewport({ ratio: 1 });
    await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  });
});
