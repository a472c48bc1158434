import { expect, type Locator, type Page } from '@playwright/test';
import { axeViolations } from '../pages/axe.ts';
import { choose } from '../pages/choose.ts';
import { CheckPage } from '../pages/check.page.ts';
import { test } from '../pages/quiet.ts';
import { servedWithDemo } from '../pages/served.ts';

servedWithDemo();

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
  await page.getByRole('button', { name: 'Walk in', exact: true }).click();
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
  expect(drawn).toBeGreaterThan(10);

  // Nothing changes, nothing is drawn.
  await page.waitForTimeout(400);
  const still = await pictures(page);
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
  expect(await words(page).innerText()).toBe(asIs);
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
  const key = page.getByRole('button', { name: 'Walk in', exact: true });
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
  await page.getByRole('button', { name: 'Walk in', exact: true }).click();
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
    await page.getByRole('button', { name: 'Walk in', exact: true }).click();
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
