import { expect } from '@playwright/test';
import { test } from '../pages/quiet.ts';
import { servedWithDemo } from '../pages/served.ts';

const served = servedWithDemo();

for (const path of ['/students', '/account']) {
  test(`a button that has the focus on ${path} is seen to have it`, async ({ page }) => {
    await page.goto(new URL(path, served.address).href);
    await page.getByRole('heading', { level: 1 }).waitFor();
    const bare: string[] = [];
    let buttons = 0;
    for (let n = 0; n < 40; n++) {
      await page.keyboard.press('Tab');
      const ring = await page.evaluate(() => {
        const { activeElement: e } = document;
        if (e === null || !e.matches('.mat-mdc-button-base')) return null;
        const { outlineStyle, outlineWidth } = getComputedStyle(e);
        return {
          what: e.textContent,
          widthPx: outlineStyle === 'none' ? 0 : Number.parseFloat(outlineWidth),
        };
      });
      if (ring === null) continue;
      buttons += 1;
      if (!(ring.widthPx >= 2)) bare.push(ring.what);
    }
    expect(bare).toEqual([]);
    expect(buttons).toBeGreaterThan(0);
  });
}

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
