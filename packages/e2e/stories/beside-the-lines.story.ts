import { expect, type Locator, type Page } from '@playwright/test';
import { choose } from '../pages/choose.ts';
import { test } from '../pages/quiet.ts';
import { CheckPage } from '../pages/check.page.ts';
import { StudentsPage } from '../pages/students.page.ts';
import { movableClock, servedWithDemo } from '../pages/served.ts';

const served = servedWithDemo(movableClock);

test.use({ viewport: { width: 1280, height: 800 }, hasTouch: true });

/** Of all seven lines, read by two. */
const HOLDS_WITH_HELPER = 3;

const button = (page: Page, name: string | RegExp): Locator => page.getByRole('button', { name });

test('an own method is copied and changed; a check keeps the version it was judged by', async ({ page }) => {
  const check = new CheckPage(page);
  await page.goto(new URL('/methods/all-parallel', served.address).href);
  await button(page, 'Copy and change').tap();
  await page.getByLabel('Name').fill('Rim school');
  await page.getByLabel('Toes from').fill('6');
  await page.getByLabel('Toes from').blur();
  await button(page, 'Keep method').tap();
  await expect(page.getByText('Toes: Read 6° to 2°. The lower limit comes first.')).toBeVisible();
  await page.getByLabel('Toes from').fill('-6');
  await page.getByLabel('Toes from').blur();
  await page.getByLabel('Toes to').fill('6');
  await page.getByLabel('Toes to').blur();
  await choose(page.getByLabel('Limits and ball with'), 'Driver');
  await page.getByLabel('Toes to').fill('3');
  await page.getByLabel('Toes to').blur();
  await page.getByLabel('or whatever the stance').fill('30');
  await page.getByLabel('or whatever the stance').blur();
  await button(page, 'Keep method').tap();
  await expect(page.getByText('Your academy’s own, version 1.')).toBeVisible();
  await expect(page.getByText('6.0° open to 6.0° closed')).toBeVisible();

  // A student of its own: what other stories keep of one says something of the next set-up too.
  const students = new StudentsPage(page);
  await students.add('Vida Maren', 'right');
  await students.startLessonAndCheck();
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await expect(check.toes).toContainText('Too closed');
  await button(page, /Ground$/).tap();
  const ground = page.getByRole('dialog', { name: 'Ground' });
  await choose(ground.getByLabel(/^Judged by/), 'Rim school');
  await choose(ground.getByLabel(/^Beside it/), 'All parallel');
  const toes = ground.getByRole('row', { name: /^Toes/ });
  await expect(toes.getByRole('cell').nth(0)).toHaveText('Square');
  await expect(toes.getByRole('cell').nth(1)).toHaveText(/too closed/i);
  // The method has limits of its own for the driver, and another place of the ball.
  await choose(ground.getByLabel('Club', { exact: true }), 'Driver');
  await page.keyboard.press('Escape');
  await expect(check.toes).toContainText(/too closed/i);
  await button(page, 'Items').tap();
  await expect(page.getByText('Wanted: 30 mm behind the lead heel')).toBeVisible();
  await page.keyboard.press('Escape');
  await button(page, /Ground$/).tap();
  await choose(ground.getByLabel('Club', { exact: true }), /^Mid/);
  await page.keyboard.press('Escape');
  await expect(check.toes).toContainText('Square');
  await check.keep();
  const address = page.url();

  await page.goto(new URL('/methods', served.address).href);
  await page.getByRole('link', { name: 'Rim school' }).click();
  await page.getByRole('button', { name: 'Change', exact: true }).tap();
  await page.getByLabel('Toes to').fill('1');
  await page.getByLabel('Toes to').blur();
  await button(page, 'Keep method').tap();
  await expect(page.getByText('Your academy’s own, version 2.')).toBeVisible();
  await page.goto(address);
  await expect(check.toes).toContainText('Square');
});

test('the look, ball and items are told with the finding, and before and after with the lesson', async ({
  page,
}) => {
  const check = new CheckPage(page);
  await button(page, 'Start lesson with Casimir Dunmoor').tap();
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await check.keep();
  await check.begin('Blind');
  await button(page, 'coached').tap();
  await button(page, 'And after the look').tap();
  await check.toTape();
  await check.typeReadings(['571', '573', '450', '4', '4', '75']);
  for (const [row, trail] of [
    ['Shoulders', '432'],
    ['Shoulders after the look', '380'],
  ] as const) {
    await check.readBare(row);
    const inputs = check.row(row).getByRole('textbox');
    for (const [index, text] of ['430', trail, '400'].entries()) {
      await inputs.nth(index).fill(text);
      await inputs.nth(index).blur();
    }
  }
  await expect(
    page.getByText(/After the look: Shoulders 7\.\d° toward open ± \d\.\d°: real\./),
  ).toBeVisible();
  const change = page.getByRole('region', { name: 'Before and after' });
  await expect(change).toContainText('Toes, before and after');
  await expect(change).toContainText(/Before, blind\s*10 m right\s*Now\s*0\.\d m right/);
  await button(page, 'Ball and stance as well').tap();
  const ball = page.getByRole('group', { name: 'Ball and stance' }).getByRole('textbox');
  await ball.nth(0).fill('220');
  await ball.nth(0).press('Enter');
  await expect(ball.nth(1)).toBeFocused();
  await ball.nth(1).fill('40');
  await ball.nth(1).press('Enter');
  await expect(page.getByText('Read 40. Type 50 mm to 1500 mm.')).toBeVisible();
  await ball.nth(1).fill('400');
  await ball.nth(1).blur();
  await expect(page.locator('lo-reading-table').getByRole('status')).toHaveText(
    'Ball 60 mm too far back: move it toward the target.',
  );
  await button(page, 'Items').tap();
  const items = page.getByRole('dialog', { name: 'Ball, feet and the rest' });
  await expect(items.getByText('Wanted: 40 % of the stance behind the lead heel')).toBeVisible();
  await items.getByRole('group', { name: 'Grip pressure' }).getByRole('button', { name: 'watch' }).tap();
  await page.keyboard.press('Escape');
  await expect(page.getByText('To watch: grip pressure (light, shoulders down).')).toBeVisible();
  await check.keep();
  await page.getByRole('link', { name: /^Lesson / }).click();
  await expect(page.getByRole('row', { name: /^Toes/ })).toContainText(/3\.9° closed/);
  await expect(page.getByRole('row', { name: /^Toes/ })).toContainText(/not shown|real/);
});

test('alone a plan takes more holds; what the face is set by and either foot are said', async ({ page }) => {
  const check = new CheckPage(page);
  await button(page, 'New check for Osk Brannel').tap();
  await button(page, 'All seven').tap();
  const holds = page.getByText(/^Hold \d/);
  await expect(holds).toHaveCount(HOLDS_WITH_HELPER);
  await check.howHoldsGo('Alone');
  await expect.poll(() => holds.count()).toBeGreaterThan(HOLDS_WITH_HELPER);
  await check.howHoldsGo('With a helper');
  await expect(holds).toHaveCount(HOLDS_WITH_HELPER);
  await button(page, 'Quick: face and feet').tap();
  await button(page, 'coached').tap();
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await button(page, 'Items').tap();
  const items = page.getByRole('dialog', { name: 'Ball, feet and the rest' });
  await choose(items.getByLabel('Set by'), 'a mark on the crown');
  await items.getByLabel('It points open of the leading edge by').fill('1.5');
  await items.getByLabel('It points open of the leading edge by').blur();
  await items.getByLabel('Lead foot outward').fill('20');
  await items.getByLabel('Lead foot outward').blur();
  await page.keyboard.press('Escape');
  await expect(
    page.getByText('The face is set by a mark on the crown, which points 1.5° open of the leading edge.'),
  ).toBeVisible();
  await expect(page.getByText('Lead foot 20° outward, trail foot square to the line.')).toBeVisible();
});
