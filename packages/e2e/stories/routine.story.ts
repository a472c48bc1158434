import { expect, type Locator, type Page } from '@playwright/test';
import { readable } from '../pages/readable.ts';
import { test } from '../pages/quiet.ts';
import { axeViolations } from '../pages/axe.ts';
import { CheckPage } from '../pages/check.page.ts';
import { movableClock, servedWithDemo } from '../pages/served.ts';
import { phoneWith, TakeHomePage } from '../pages/take-home.page.ts';

servedWithDemo(movableClock);

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const button = (page: Page, name: string | RegExp): Locator =>
  page.getByRole('button', typeof name === 'string' ? { name, exact: true } : { name });

/** The steps of the method in its order, as they are tapped. */
const IN_ORDER = [
  'Sight from behind',
  'Mark',
  'Walk in: own side, behind',
  'Face',
  'Stance',
  'Grip',
  'Check the lines',
  'Look, rolled',
  'Go',
] as const;

async function openRecorder(page: Page, student: string): Promise<void> {
  await page.getByRole('link', { name: student }).first().tap();
  await page.getByRole('link', { name: 'Record a walk-in' }).tap();
  await expect(page.getByRole('heading', { name: 'Walk-in 1' })).toBeVisible();
}

test('five walk-ins are recorded with a thumb, one tap more than steps; one is struck out, one ends in a hold', async ({
  page,
}) => {
  await openRecorder(page, 'Osk Brannel');
  expect(await axeViolations(page)).toEqual([]);
  let taps = 0;
  const tap = async (name: string): Promise<void> => {
    taps++;
    // The step that is expected has two keys.
    await button(page, name).first().tap();
  };
  const walkIn = async (steps: readonly string[]): Promise<void> => {
    for (const step of steps) await tap(step);
  };
  const last = page.getByRole('region', { name: 'What it showed' }).locator('p').first();

  // Feet before face, reloaded in the middle, with a wrong tap struck out.
  await walkIn(['Sight from behind', 'Mark', 'Walk in: own side, behind', 'Stance']);
  await tap('Shuffle');
  await page.getByRole('button', { name: /^Shuffle \d+ s: strike it out$/ }).tap();
  await page.waitForTimeout(300);
  await page.reload();
  await expect(page.getByRole('list', { name: 'Taps so far' }).getByRole('listitem')).toHaveCount(5);
  await walkIn(['Face', 'Grip', 'Check the lines', 'Look, rolled', 'Look, lifted', 'Go']);
  await expect(last).toHaveText('Stance before face.');
  await expect(page.getByText('2 looks, 1 lifted.')).toBeVisible();
  expect(await axeViolations(page)).toEqual([]);
  await expect(page.getByText(/shuffle/)).toHaveCount(0);

  taps = 0;
  await tap('Next walk-in');
  await walkIn(IN_ORDER);
  expect(taps).toBe(IN_ORDER.length + 1);
  await expect(last).toHaveText('In the method’s order.');

  // The third ends in a freeze: the hold of a blind check begins at once, and names the walk-in.
  await tap('Next walk-in');
  await walkIn([...IN_ORDER.slice(0, 7), 'Freeze: hold']);
  await expect(page.getByText('Hold 1 of 1')).toBeVisible();
  expect(page.url()).toMatch(/routine=[\da-f-]{36}/);
  await button(page, 'Step out now').tap();

  await page.getByRole('link', { name: /^Lesson / }).tap();
  await page.getByRole('link', { name: 'Record a walk-in' }).tap();
  await expect(page.getByRole('heading', { name: 'Walk-in 4' })).toBeVisible();
  // The server answers late: a walk-in counts when it was recorded, whatever is begun before its answer.
  let letThrough = (): void => undefined;
  const through = new Promise<void>((resolve) => (letThrough = resolve));
  await page.route('**/api/routines/*', async (route) => {
    await through;
    await route.continue();
  });
  await walkIn(IN_ORDER);
  await tap('Next walk-in');
  await expect(page.getByRole('heading', { name: 'Walk-in 5' })).toBeVisible();
  await walkIn(IN_ORDER);
  await expect(page.getByText('Same order 3 of 5.')).toBeVisible();

  // A go that was none is struck out before the server has answered: the walk-in goes on, also after a reload, where the
  // server has it as it ended.
  await page.getByRole('button', { name: /^Go \d+ s: strike it out$/ }).tap();
  await expect(button(page, 'Go').first()).toBeVisible();
  letThrough();
  // The device has the answer, and over it what was struck out.
  const typedOver = async () => {
    const all = JSON.parse(await readable(page)) as { kind?: string; base?: unknown; asked?: unknown }[];
    return all.filter(({ kind, base, asked }) => kind === 'routine' && asked === null && base !== null)
      .length;
  };
  await expect.poll(typedOver).toBe(1);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Walk-in 5' })).toBeVisible();
  await tap('Go');
  await expect(page.getByText('Same order 3 of 5.')).toBeVisible();

  await page.getByRole('link', { name: 'To the lesson' }).tap();
  await expect(page.getByText('Stance before face.')).toBeVisible();
});

test('an order that is out becomes the one thing, and its drill goes home', async ({ page }) => {
  await openRecorder(page, 'Anselm Tove');
  for (const step of ['Walk in', 'Walk in: own side, behind', 'Stance', 'Face', 'Grip', 'Freeze: hold'])
    await button(page, step).first().tap();
  await button(page, 'Step out now').tap();
  const check = new CheckPage(page);
  await button(page, /^To the tape/).tap();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await expect(page.getByText('Stance before face in the walk-in.')).toBeVisible();
  await button(page, 'Work on the order first').tap();
  await expect(page.getByText('The order first: face before stance.')).toBeVisible();
  await expect(check.priority).toContainText('Face after the order.');
  await check.keep();
  await page.reload();
  await expect(page.getByText('The order first: face before stance.')).toBeVisible();
  await page
    .getByRole('navigation', { name: 'Steps of the lesson' })
    .getByRole('link', { name: /^Home/ })
    .tap();
  await expect(page.getByText('Walk in by the order, aloud').first()).toBeVisible();
});

test('an own method has a routine of its own: a step moved by key, one of its own, what is wanted besides', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(new URL('/methods/all-parallel', page.url()).href);
  await button(page, 'Copy and change').click();
  const steps = page.getByRole('list', { name: 'Steps of the routine' }).getByRole('listitem');
  await expect(steps).toHaveCount(9);
  await button(page, 'Move Grip up').click();
  await expect(steps.nth(4)).toContainText('Grip');
  await page.getByLabel('Or one of your own').fill('Breathe out');
  await button(page, 'Add it').click();
  await expect(steps).toHaveCount(10);
  await page.getByLabel('Looks to').fill('2');
  await page.getByLabel('Looks to').blur();
  await page.getByLabel('Name').fill('Rim school');
  await button(page, 'Keep method').click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Breathe out' })).toBeVisible();
  await expect(page.getByText(/^1 to 2 looks/)).toBeVisible();
});

test('what a student does over lessons, and what breaks under test', async ({ page }) => {
  await page.getByRole('link', { name: 'Students' }).first().tap();
  await page.getByRole('link', { name: 'Casimir Dunmoor' }).tap();
  await expect(page.getByText('Mark goes first when it counts: in 4 of 4 tests.')).toBeVisible();
  await expect(page.getByRole('row', { name: /3 of 5/ }).first()).toBeVisible();
});

test('a student trains by link without a network, spoken, and it arrives once', async ({ page, browser }) => {
  test.setTimeout(120_000);
  await page.setViewportSize({ width: 1280, height: 800 });
  const home = new TakeHomePage(page);
  await home.open('Casimir Dunmoor');
  const phone = await phoneWith(browser, await home.sendLink('casimir@post.example'));
  await phone.context().setOffline(true);
  await phone.reload();
  await button(phone, 'Train').tap();
  expect(await axeViolations(phone)).toEqual([]);
  await phone.getByRole('radio', { name: '5 times' }).tap();
  await phone.getByRole('switch', { name: 'Speak the steps' }).tap();
  await button(phone, 'Begin').tap();
  await expect(phone.getByText('Walk-in 1 of 5')).toBeVisible();
  expect(await axeViolations(phone)).toEqual([]);
  const next = phone.locator('lo-trainer button.next');
  const targets: string[] = [];
  const title = phone.locator('lo-trainer .title');
  for (let walkIn = 1; walkIn <= 5; walkIn++) {
    await expect(phone.getByText(`Walk-in ${walkIn} of 5`)).toBeVisible();
    targets.push(await phone.locator('lo-trainer .where span').innerText());
    while ((await next.innerText()) !== 'Walked in') {
      const step = await title.innerText();
      await next.tap();
      await expect(title).not.toHaveText(step);
    }
    // A phone that is put away in the middle goes on there.
    if (walkIn === 3) {
      await phone.reload();
      await expect(phone.getByText('Walk-in 3 of 5')).toBeVisible();
    }
    await next.tap();
    if (walkIn < 5) await button(phone, 'Next walk-in').tap();
  }
  for (const [n, target] of targets.entries()) if (n > 0) expect(target).not.toBe(targets[n - 1]);
  const said = await phone.evaluate(() => (window as unknown as { saidByDevice: string[] }).saidByDevice);
  expect(said).toContain('Walk in from behind, on your own side.');
  // Two taps end it.
  await phone.getByRole('radio', { name: '6', exact: true }).tap();
  await button(phone, 'Done').tap();
  await expect(phone.getByText('5 walk-ins to look: kept.')).toBeVisible();
  await phone.reload();
  await expect(phone.getByText('1 still to be sent.')).toBeVisible();
  await phone.context().setOffline(false);
  await expect(phone.getByText('1 still to be sent.')).toBeHidden({ timeout: 30_000 });
  await phone.reload();
  await phone.context().close();

  await page.getByRole('link', { name: 'Casimir Dunmoor' }).first().click();
  await expect(page.getByText(/trained once, 5 walk-ins\. It feels 6 of 10 odd\./)).toBeVisible();
});

test('the instructor’s own device leads through the routine by a beat, and to a blind set-up', async ({
  page,
}) => {
  await page.getByRole('link', { name: 'Osk Brannel' }).first().tap();
  await page.getByRole('link', { name: 'Train it' }).tap();
  await expect(page.getByText('This device has no voice of its own')).toBeVisible();
  await page.getByRole('radio', { name: 'Whole routine' }).tap();
  await page.getByRole('radio', { name: 'Every 3 s' }).tap();
  await button(page, 'Begin').tap();
  const title = page.locator('lo-trainer .title');
  await expect(title).toHaveText('Sight from behind');
  await expect(title).toHaveText('Mark', { timeout: 6_000 });
  // Opened again it waits: nothing runs off by itself.
  await page.reload();
  await expect(button(page, 'Go on')).toBeVisible();
  const place = await page.locator('lo-trainer .foot .lo-soft').innerText();
  await page.waitForTimeout(3_500);
  await expect(page.locator('lo-trainer .foot .lo-soft')).toHaveText(place);
  await button(page, 'Go on').tap();
  await expect(button(page, 'Go on')).toBeHidden();
  // Nothing was walked to its end: nothing is kept. Then at one's own pace.
  await button(page, 'Stop here').tap();
  await page.getByRole('radio', { name: 'My own pace' }).tap();
  await button(page, 'Begin').tap();
  await page.locator('lo-trainer button.next').focus();
  const walkedIn = button(page, 'Walked in');
  // By the keyboard alone: the key stays under the finger from step to step.
  while (!(await walkedIn.isVisible())) {
    const step = await title.innerText();
    await page.keyboard.press('Enter');
    await expect(title).not.toHaveText(step);
  }
  await page.keyboard.press('Enter');
  await button(page, 'Stop here').tap();
  await expect(page.getByText('1 of 6 walked in.')).toBeVisible();
  await page.getByRole('radio', { name: '3', exact: true }).tap();
  await button(page, 'Blind set-up').tap();
  await expect(page.getByRole('button', { name: /Start hold 1/ })).toBeVisible();
  await page.goBack();
  await page.goBack();
  await page.getByRole('link', { name: 'Osk Brannel' }).first().tap();
  await expect(page.getByText(/rained once, 1 walk-in\. It feels 3 of 10 odd\./)).toBeVisible();
});
