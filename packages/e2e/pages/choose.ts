import { type Locator } from '@playwright/test';

/** Chooses an option of a select by what it says. */
export async function choose(field: Locator, option: string | RegExp): Promise<void> {
  await field.click();
  const page = field.page();
  await page
    .getByRole('option', typeof option === 'string' ? { name: option, exact: true } : { name: option })
    .click();
  // The list bears the name of its field until it has closed.
  await page.getByRole('listbox').first().waitFor({ state: 'detached' });
}
