import { expect, type Locator, type Page } from '@playwright/test';
import { axeViolations } from '../pages/axe.ts';
import { choose } from '../pages/choose.ts';
import { CheckPage } from '../pages/check.page.ts';
import { draftsOnDevice } from '../pages/on-device.ts';
import { test } from '../pages/quiet.ts';
import { movableClock, servedWithDemo } from '../pages/served.ts';
import { phoneWith, TakeHomePage } from '../pages/take-home.page.ts';

servedWithDemo(movableClock);

test.use({ hasTouch: true });

/** `LOTRECHT_OPENINGS=200` for the figure that is reported. */
const OPENINGS = Number(process.env['LOTRECHT_OPENINGS'] ?? 12);

/** Counts pictures that are drawn: each begins with a cleared canvas. */
function countPictures(): void {
  const counted = window as unknown as { pictures: number; pictureTimes: number[] };
  counted.pictures = 0;
  counted.pictureTimes = [];
  const { clear } = WebGL2RenderingContext.prototype;
  WebGL2RenderingContext.prototype.clear = function (mask: number) {
    counted.pictures += 1;
    counted.pictureTimes.push(performance.now());
    clear.call(this, mask);
  };
}

/** A device that draws no depth. */
function withoutDepth(): void {
  const { getContext } = HTMLCanvasElement.prototype;
  HTMLCanvasElement.prototype.getContext = function (
    this: HTMLCanvasElement,
    kind: string,
    ...more: unknown[]
  ) {
    return kind.startsWith('webgl') ? null : getContext.call(this, kind as '2d', ...(more as []));
  } as typeof getContext;
}

const pictures = (page: Page): Promise<number> =>
  page.evaluate(() => (window as unknown as { pictures: number }).pictures);
const sheet = (page: Page): Locator => page.getByRole('dialog');
const words = (page: Page): Locator => sheet(page).getByRole('region', { name: 'In words' });

/** A coached set-up of Anselm’s, typed and felt, not kept. */
async function atWork(page: Page): Promise<CheckPage> {
  await page.getByRole('link', { name: 'Anselm Tove' }).first().click();
  await page
    .getByRole('navigation', { name: 'Steps of the lesson' })
    .getByRole('link', { name: /^Work/ })
    .click();
  const check = new CheckPage(page);
  await check.tapReadings(['571', '608']);
  await check.tapStrip('Where the student feels aimed', -3);
  return check;
}

test('a check is walked into before it is kept: as it is, as it should be, as it feels', async ({ page }) => {
  await page.addInitScript(countPictures);
  await page.reload();
  await atWork(page);
  await page.getByRole('button', { name: 'Through their eyes' }).click();
  await expect(sheet(page).getByRole('heading', { name: 'As it is' })).toBeVisible();
  await expect(words(page)).toContainText(/The mark .* ahead seems .* right\./);
  await expect(words(page)).toContainText(/The body points .* right/);
  await expect(words(page)).toContainText(/Felt aimed .* left\./);
  await expect.poll(() => pictures(page)).toBeGreaterThan(0);
  expect(await axeViolations(page)).toEqual([]);

  // Three seconds in software: how many pictures a second is said, not asserted.
  const before = await pictures(page);
  await sheet(page).getByRole('button', { name: 'Walk in' }).click();
  await expect(sheet(page).getByRole('button', { name: 'Walk in' })).toBeDisabled();
  const drawn = (await pictures(page)) - before;
  process.stdout.write(`walking in for 3 s: ${drawn} pictures, ${Math.round(drawn / 3)} a second\n`);
  expect(drawn).toBeGreaterThan(2);
  // The key that was pressed does nothing more, and the others go on from there.
  for (const lifted of [true, false]) {
    await page.keyboard.press('l');
    await expect(sheet(page).getByRole('checkbox', { name: 'head lifted' })).toBeChecked({ checked: lifted });
  }

  // Nothing changes, nothing is drawn.
  let still = -1;
  await expect
    .poll(
      async () => {
        const before = still;
        still = await pictures(page);
        return still === before;
      },
      { intervals: [1_000] },
    )
    .toBe(true);
  await page.waitForTimeout(1_500);
  expect(await pictures(page)).toBe(still);

  const asIs = await words(page).innerText();
  const hold = async (name: string, title: string): Promise<string> => {
    const key = sheet(page).getByRole('button', { name });
    await key.hover();
    await page.mouse.down();
    await expect(sheet(page).getByRole('heading', { name: title })).toBeVisible();
    const said = await words(page).innerText();
    await page.mouse.up();
    await expect(sheet(page).getByRole('heading', { name: 'As it is' })).toBeVisible();
    return said;
  };
  expect(await hold('Hold: as it should be', 'As it should be')).not.toBe(asIs);
  expect(await hold('Hold: as it feels', 'As it feels')).toMatch(/The body points [\d.]+ m left/);
  expect(await words(page).innerText()).toBe(asIs);

  // Head lifted, another club, another target, a nearer mark: everything follows.
  const changes = async (act: () => Promise<unknown>): Promise<void> => {
    const said = await words(page).innerText();
    await act();
    await expect(words(page)).not.toHaveText(said, { useInnerText: true });
  };
  await changes(() => sheet(page).getByRole('checkbox', { name: 'head lifted' }).click());
  await changes(() => choose(sheet(page).getByRole('combobox', { name: 'Club' }), 'Driver'));
  await changes(() => choose(sheet(page).getByRole('combobox', { name: 'Target' }), 'Kiln'));
  await changes(() => sheet(page).getByRole('slider', { name: 'Mark ahead' }).press('ArrowLeft'));
  await sheet(page).getByRole('button', { name: 'As it is again' }).click();
  await expect.poll(() => words(page).innerText()).toBe(asIs);
  await sheet(page).getByRole('button', { name: 'For the student' }).click();
  await expect(sheet(page).getByRole('slider')).toHaveCount(0);
  expect(await axeViolations(page)).toEqual([]);
  await sheet(page).getByRole('button', { name: 'Close' }).click();
  await expect(sheet(page)).toHaveCount(0);
  // What was typed stands there, not kept.
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toHaveCount(0);
});

test('the keyboard and the words alone are enough', async ({ page }) => {
  await atWork(page);
  const key = page.getByRole('button', { name: 'Through their eyes' });
  await key.press('Enter');
  await expect(sheet(page)).toBeVisible();
  const said = await words(page).innerText();
  await page.keyboard.press('ArrowRight');
  await expect(sheet(page).getByRole('heading', { name: 'Turned by hand' })).toBeVisible();
  await expect(words(page)).not.toHaveText(said, { useInnerText: true });
  await page.keyboard.down('h');
  await expect(sheet(page).getByRole('heading', { name: 'As it should be' })).toBeVisible();
  await page.keyboard.up('h');
  await page.keyboard.down('f');
  await expect(sheet(page).getByRole('heading', { name: 'As it feels' })).toBeVisible();
  await page.keyboard.up('f');
  await page.keyboard.press('3');
  await expect(sheet(page).getByRole('radio', { name: 'the target' })).toBeChecked();
  await page.keyboard.press('l');
  await expect(sheet(page).getByRole('checkbox', { name: 'head lifted' })).toBeChecked();
  await page.keyboard.press('w');
  await expect(sheet(page).getByRole('button', { name: 'Walk in' })).toBeDisabled();
  await page.keyboard.press('Escape');
  await expect(sheet(page)).toHaveCount(0);
  await expect(key).toBeFocused();
});

test('without depth the flat picture stands in, and says so', async ({ page }) => {
  await page.addInitScript(withoutDepth);
  await page.reload();
  await atWork(page);
  await page.getByRole('button', { name: 'Through their eyes' }).click();
  await expect(sheet(page)).toContainText('This device draws no depth: the flat picture stands in.');
  await expect(sheet(page).locator('svg').first()).toBeVisible();
  await expect(words(page)).toContainText('The body points');
});

test('opened again and again, it takes no more of the device', async ({ page }) => {
  test.setTimeout(240_000 + OPENINGS * 3_000);
  await atWork(page);
  const devtools = await page.context().newCDPSession(page);
  const heapMiB = async (): Promise<number> => {
    await devtools.send('HeapProfiler.collectGarbage');
    const { metrics } = await devtools.send('Performance.getMetrics');
    return (metrics.find(({ name }) => name === 'JSHeapUsedSize')?.value ?? NaN) / 2 ** 20;
  };
  await devtools.send('Performance.enable');
  const openOnce = async (): Promise<void> => {
    await page.getByRole('button', { name: 'Through their eyes' }).click();
    await expect(sheet(page).locator('.label').first()).toBeAttached();
    await page.keyboard.press('Escape');
    await expect(sheet(page)).toHaveCount(0);
  };
  for (let n = 0; n < 4; n++) await openOnce();
  const before = await heapMiB();
  for (let n = 0; n < OPENINGS; n++) await openOnce();
  const after = await heapMiB();
  process.stdout.write(`${OPENINGS} openings: heap ${before.toFixed(1)} to ${after.toFixed(1)} MiB\n`);
  expect(after).toBeLessThan(before * 1.25 + 2);
  await expect(page.locator('canvas')).toHaveCount(0);
});

/** Pictures that are answered in what the device has of a training. */
const answeredIn = (draft: unknown): number =>
  (draft as { readonly typed: { readonly more: { readonly trials: readonly unknown[] } } }).typed.more.trials
    .length;

const trainer = (page: Page): Locator => page.locator('lo-eye-trainer');

/** Each picture, by whatever is pressed for it. */
async function answerSides(
  page: Page,
  { from, to }: { readonly from: number; readonly to: number },
  say: (right: boolean) => Promise<void>,
): Promise<void> {
  for (let n = from; n <= to; n++) {
    await expect(trainer(page).getByRole('status').first()).toContainText(`Picture ${n} of 20.`);
    await say(n % 3 !== 0);
  }
}

test('a student answers twenty pictures on a phone without a network, and they arrive once', async ({
  page,
  browser,
}) => {
  test.setTimeout(180_000);
  const home = new TakeHomePage(page);
  await home.open('Petra Lindqvarn');
  const phone = await phoneWith(browser, await home.sendLink('petra@post.example'));
  await phone.context().setOffline(true);
  await phone.reload();
  await phone.getByRole('button', { name: 'Train the eye' }).tap();
  await expect(phone.getByRole('radio', { name: 'Left or right?' })).toBeChecked();
  await trainer(phone).getByRole('button', { name: 'Begin' }).tap();
  await expect(phone.locator('lo-chalk-picture .label').first()).toBeAttached();
  expect(await axeViolations(phone)).toEqual([]);
  const say = (right: boolean): Promise<void> =>
    trainer(phone)
      .getByRole('button', { name: right ? 'Right' : 'Left', exact: true })
      .tap();
  await answerSides(phone, { from: 1, to: 9 }, say);
  // A phone that is put away in the middle goes on there.
  await phone.reload();
  await answerSides(phone, { from: 10, to: 20 }, say);
  const found = trainer(phone).getByRole('region', { name: 'What was found' });
  await expect(found).toContainText(/looks square/);
  await trainer(phone).getByRole('button', { name: 'Done' }).tap();
  await expect(phone.getByText('20 pictures: kept.')).toBeVisible();
  await expect(phone.getByText('1 still to be sent.')).toBeVisible();
  await phone.context().setOffline(false);
  await expect(phone.getByText('1 still to be sent.')).toBeHidden({ timeout: 30_000 });
  await phone.context().close();

  // In the lesson it stands once, and the same is answered on the instructor’s device by keyboard.
  await page.getByRole('link', { name: 'Petra Lindqvarn' }).first().click();
  await page.locator('lo-lesson-twine').getByRole('link').last().click();
  await page.getByRole('link', { name: 'Train the eye' }).click();
  const earlier = page.getByRole('list', { name: 'What was found' }).getByRole('listitem');
  await expect(earlier).toHaveCount(1);
  await expect(earlier).toContainText('20 pictures');
  await trainer(page).getByRole('button', { name: 'Begin' }).press('Enter');
  await answerSides(page, { from: 1, to: 20 }, (right) =>
    page.keyboard.press(right ? 'ArrowLeft' : 'ArrowRight'),
  );
  await expect(trainer(page).getByText(/since the last time|As the last time/)).toBeVisible();
  expect(await axeViolations(page)).toEqual([]);
  await trainer(page).getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('20 pictures: kept.')).toBeVisible();
  await expect(earlier).toHaveCount(2);
});

test('turned until it looks square, and pointed at: the answer is told where it helps', async ({ page }) => {
  await page.getByRole('link', { name: 'Osk Brannel' }).first().click();
  await page.waitForURL(/\/lessons\//);
  const [lesson] = /\/lessons\/[0-9a-f-]+/.exec(page.url()) ?? [''];
  await page.goto(`${new URL(page.url()).origin}${lesson}/eye`);
  await page.getByRole('radio', { name: 'Turn it square' }).click();
  await trainer(page).getByRole('button', { name: 'Begin' }).click();
  for (let n = 1; n <= 12; n++) {
    await expect(trainer(page).getByRole('status').first()).toContainText(`Picture ${n} of 12.`);
    await trainer(page).getByRole('button', { name: 'Turn right' }).click();
    await trainer(page).getByRole('button', { name: 'It looks square' }).click();
    if (n >= 4 && n <= 6) {
      await expect(trainer(page).getByRole('status').first()).toContainText('You left it');
      await trainer(page).getByRole('button', { name: 'Next' }).click();
    }
  }
  await expect(trainer(page).getByRole('region', { name: 'What was found' })).toContainText('looks square');
  await trainer(page).getByRole('button', { name: 'Throw it away' }).click();
  await page.getByRole('radio', { name: 'Where does it point?' }).click();
  await trainer(page).getByRole('button', { name: 'Begin' }).click();
  for (let n = 1; n <= 6; n++) {
    await expect(trainer(page).getByRole('status').first()).toContainText(`Picture ${n} of 6.`);
    await new CheckPage(page).tapStrip('Where it points', 2);
    await expect(trainer(page).getByRole('status').first()).toContainText('It pointed');
    await trainer(page).getByRole('button', { name: 'Next' }).click();
  }
  await expect(trainer(page).getByRole('region', { name: 'What was found' })).toBeVisible();
});

test('an instructor’s own eye is trained from behind, by keyboard, and its record is theirs alone', async ({
  page,
}) => {
  await page.goto(`${new URL(page.url()).origin}/account`);
  await page.getByRole('link', { name: 'Train it on pictures, from behind' }).press('Enter');
  await expect(page.getByText('Too few pictures yet to say how your eye sees them.')).toBeVisible();
  await page.getByRole('radio', { name: 'Left-handed' }).press('Enter');
  await page.getByRole('radio', { name: 'Hips' }).press('Enter');
  await trainer(page).getByRole('button', { name: 'Begin' }).press('Enter');
  await expect(trainer(page).getByRole('status').first()).toContainText('Does the rod of the hips point');
  await expect(page.locator('lo-chalk-picture .label').first()).toBeAttached();
  expect(await axeViolations(page)).toEqual([]);
  const say = (right: boolean): Promise<void> => page.keyboard.press(right ? 'ArrowRight' : 'ArrowLeft');
  await answerSides(page, { from: 1, to: 7 }, say);
  // The seventh is on the device before the page goes.
  await expect.poll(async () => (await draftsOnDevice(page, 'others')).map(answeredIn)).toEqual([7]);
  await page.reload();
  await answerSides(page, { from: 8, to: 20 }, say);
  await trainer(page).getByRole('button', { name: 'Done' }).press('Enter');
  await expect(page.getByText('Kept for you alone.')).toBeVisible();
  const told = page.getByRole('region', { name: 'On pictures and on the tee' });
  await expect(told).toContainText('On pictures it sees lines');
  await expect(told).toContainText('from 30 pictures: so far 20.');
  await page.getByRole('radio', { name: 'Where does it point?' }).click();
  await page.getByRole('radio', { name: '12 pictures' }).click();
  await trainer(page).getByRole('button', { name: 'Begin' }).click();
  for (let n = 1; n <= 12; n++) {
    await expect(trainer(page).getByRole('status').first()).toContainText(`Picture ${n} of 12.`);
    await new CheckPage(page).tapStrip('Where it points', 2);
    await trainer(page).getByRole('button', { name: 'Next' }).click();
  }
  await trainer(page).getByRole('button', { name: 'Done' }).click();
  await expect(told).toContainText('On the tee it sees them');
});
