import { expect, type Page } from '@playwright/test';
import { test } from '../pages/quiet.ts';
import { servedWithDemo } from '../pages/served.ts';

const served = servedWithDemo();

/** The ring of what has the focus: how wide, and its contrast to what it lies on. */
function ring(page: Page): Promise<{ readonly widthPx: number; readonly contrast: number }> {
  return page.evaluate(() => {
    const channel = (c: number): number => (c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4);
    const parse = (css: string): number[] => (/rgba?\(([^)]+)\)/.exec(css)?.[1] ?? '').split(',').map(Number);
    const luminance = ([r = 0, g = 0, b = 0]: readonly number[]): number =>
      0.2126 * channel(r / 255) + 0.7152 * channel(g / 255) + 0.0722 * channel(b / 255);
    const focused = document.activeElement as HTMLElement;
    const { outlineStyle, outlineWidth, outlineColor } = getComputedStyle(focused);
    let ground = [255, 255, 255];
    for (let e: HTMLElement | null = focused.parentElement; e !== null; e = e.parentElement) {
      const rgba = parse(getComputedStyle(e).backgroundColor);
      if (rgba.length === 3 || (rgba[3] ?? 0) === 1) {
        ground = rgba.slice(0, 3);
        break;
      }
    }
    const [a, b] = [luminance(parse(outlineColor)), luminance(ground)];
    return {
      widthPx: outlineStyle === 'none' ? 0 : Number.parseFloat(outlineWidth),
      contrast: (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05),
    };
  });
}

for (const path of ['/today', '/students', '/account']) {
  test(`whatever has the focus on ${path} is seen to have it`, async ({ page }) => {
    await page.goto(new URL(path, served.address).href);
    await page.getByRole('heading', { level: 1 }).waitFor();
    const seen: string[] = [];
    for (let n = 0; n < 25; n++) {
      await page.keyboard.press('Tab');
      const what = await page.evaluate(() => {
        const { activeElement: e } = document;
        const isChoice = e instanceof HTMLInputElement;
        return e === null || e === document.body || isChoice ? '' : (e.textContent ?? '').trim().slice(0, 40);
      });
      if (what === '') continue;
      const { widthPx, contrast } = await ring(page);
      expect([what, widthPx >= 2, contrast >= 3]).toEqual([what, true, true]);
      seen.push(what);
    }
    expect(seen.length).toBeGreaterThan(8);
  });
}

test('the heading of the next view takes the focus, and letters can be switched off', async ({ page }) => {
  const focused = (name: string): Promise<void> =>
    expect(page.getByRole('heading', { level: 1, name })).toBeFocused();
  await page.keyboard.press('s');
  await focused('Students');
  await page.keyboard.press('a');
  await focused('Account');
  await page.getByRole('radio', { name: /^Off: letters/ }).check();
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('s');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await focused('Account');
  // It is remembered on this device.
  await page.reload();
  await expect(page.getByRole('radio', { name: /^Off: letters/ })).toBeChecked();
  await page.getByRole('radio', { name: /^On: a letter/ }).check();
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('s');
  await focused('Students');
});
