import { type Locator } from '@playwright/test';

/** Chooses an option of a select by what it says. */
export async function choose(field: Locator, option: string | RegExp): Promise<void> {
  await field.click();
  await field
    .page()
    .getByRole('option', typeof option === 'string' ? { name: option, exact: true } : { name: option })
    .click();
}
