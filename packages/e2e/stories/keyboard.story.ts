import { expect, type Locator, type Page } from '@playwright/test';
import { CheckPage } from '../pages/check.page.ts';
import { test } from '../pages/quiet.ts';
import { putInto, THEMES } from '../pages/theme.ts';
import { servedWithDemo } from '../pages/served.ts';

const served = servedWithDemo();

/** A ring as it is drawn around whatever has the focus. */
interface Ring {
  readonly what: string;
  readonly widthPx: number;
  /** Of its colour against what lies around it. */
  readonly contrast: number;
}

/** The ring around the link or button that has the focus; null where something else has it. */
function ringSeen(page: Page): Promise<Ring | null> {
  return page.evaluate(() => {
    const { activeElement: e } = document;
    if (e === null || !e.matches('a, button')) return null;
    const rgba = (colour: string): readonly number[] => (colour.match(/[\d.]+/g) ?? []).map(Number);
    const ground = (of: Element | null): readonly number[] => {
      for (let at = of; at !== null; at = at.parentElement) {
        const colour = rgba(getComputedStyle(at).backgroundColor);
        if ((colour[3] ?? 1) > 0.99) return colour;
      }
      return [255, 255, 255];
    };
    const luminance = (colour: readonly number[]): number => {
      const [r = 0, g = 0, b = 0] = colour.slice(0, 3).map((part) => {
        const share = part / 255;
        return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
      });
      return 0.2126 * r + 0.7152 * g + 0.0722 * b;
    };
    const style = getComputedStyle(e);
    // Inside the box the ring lies on the box, outside of it on what is around.
    const under = Number.parseFloat(style.outlineOffset) < 0 ? e : e.parentElement;
    const [light = 0, dark = 0] = [luminance(rgba(style.outlineColor)), luminance(ground(under))].toSorted(
      (x, y) => y - x,
    );
    return {
      what: e.textContent.trim(),
      widthPx: style.outlineStyle === 'none' ? 0 : Number.parseFloat(style.outlineWidth),
      contrast: (light + 0.05) / (dark + 0.05),
    };
  });
}

/** Tab after tab until it has the focus. @returns rings on the way that nobody sees */
async function tabTo(page: Page, wanted: Locator): Promise<readonly Ring[]> {
  const unseen: Ring[] = [];
  for (let n = 0; n < 120; n++) {
    await page.keyboard.press('Tab');
    const ring = await ringSeen(page);
    if (ring !== null && !(ring.widthPx >= 2 && ring.contrast >= 3)) unseen.push(ring);
    if (await wanted.evaluate((element) => element === document.activeElement)) return unseen;
  }
  throw new Error('the keyboard does not get there');
}

const MAIN_PLACES = ['/today', '/students', '/station', '/places', '/academy', '/account', '/handbook'];

test('whatever has the focus is seen to have it, in daylight and dim', async ({ page }) => {
  const unseen: Ring[] = [];
  for (const path of MAIN_PLACES) {
    await page.goto(new URL(path, served.address).href);
    await page.getByRole('heading', { level: 1 }).waitFor();
    let rings = 0;
    for (let tab = 0; tab < 40; tab++) {
      await page.keyboard.press('Tab');
      for (const theme of THEMES) {
        await putInto(page, theme);
        const ring = await ringSeen(page);
        if (ring === null) continue;
        rings += 1;
        if (!(ring.widthPx >= 2 && ring.contrast >= 3)) unseen.push(ring);
      }
    }
    expect(rings, path).toBeGreaterThan(10);
  }
  expect(unseen).toEqual([]);
});

test('a theme that was chosen is there when the page is opened anew', async ({ page }) => {
  for (const theme of THEMES) {
    await page.evaluate((look) => localStorage.setItem('lotrecht-theme', look), theme);
    await page.reload();
    await page.getByRole('heading', { level: 1 }).waitFor();
    expect(await page.evaluate(() => document.documentElement.dataset['theme'])).toBe(theme);
  }
});

test('a whole check by the keyboard alone, without letters: the focus is seen, and begins each view at its heading', async ({
  page,
}) => {
  const heading = (name: string | RegExp): Locator => page.getByRole('heading', { level: 1, name });
  const unseen: Ring[] = [];
  const press = async (wanted: Locator): Promise<void> => {
    unseen.push(...(await tabTo(page, wanted)));
    await page.keyboard.press('Enter');
  };
  await press(page.getByRole('link', { name: 'Account' }));
  await expect(heading('Account')).toBeFocused();
  const off = page.getByRole('radio', { name: /^Off: letters/ });
  await tabTo(page, page.getByRole('radio', { name: /^On: a letter/ }));
  await page.keyboard.press('ArrowDown');
  await expect(off).toBeChecked();
  await press(page.getByRole('link', { name: 'Students' }));
  await expect(heading('Students')).toBeFocused();
  await press(page.getByRole('link', { name: 'Runa Feldt' }).first());
  await expect(heading('Runa Feldt')).toBeFocused();
  await press(page.getByRole('button', { name: 'Start lesson' }));
  await expect(heading(/\d/)).toBeFocused();
  await press(page.getByRole('button', { name: 'New check' }));
  await expect(heading('Check of Runa Feldt')).toBeFocused();
  await press(page.getByRole('button', { name: '1 set-up', exact: true }));
  await press(page.getByRole('button', { name: 'Marks are down: to the tape' }));
  const check = new CheckPage(page);
  await expect(check.field('Face Heel gap')).toBeFocused();
  for (const reading of ['4', '1', '571', '602']) {
    await page.keyboard.type(reading);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  await expect(check.face).toContainText('2.3° open (right)');
  await page.keyboard.type('k');
  await press(page.getByRole('link', { name: /^Lesson / }).first());
  await expect(heading(/\d/)).toBeFocused();
  expect(unseen).toEqual([]);
});

test('keys of one letter can be switched off, and stay so on this device', async ({ page }) => {
  const heading = (name: string): Promise<void> =>
    expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  await page.keyboard.press('s');
  await heading('Students');
  await page.keyboard.press('a');
  await heading('Account');
  await page.getByRole('radio', { name: /^Off: letters/ }).check();
  await page.keyboard.press('s');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await heading('Account');
  await page.reload();
  await expect(page.getByRole('radio', { name: /^Off: letters/ })).toBeChecked();
});
