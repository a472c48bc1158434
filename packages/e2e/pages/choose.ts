import { expect, type Locator } from '@playwright/test';

/** Opens a select's list: a list that is still closing takes the tap for itself, so it is tapped again. */
async function open(named: Locator): Promise<void> {
  // While it is open its list bears its name too.
  const field = named.first();
  await expect(async () => {
    if ((await field.getAttribute('aria-expanded')) !== 'true') await field.click();
    await expect(field).toHaveAttribute('aria-expanded', 'true', { timeout: 1000 });
    await expect(field.page().getByRole('option').first()).toBeVisible({ timeout: 1000 });
  }).toPass();
}

/** A list bears the name of its field until it has closed. */
async function closed(field: Locator): Promise<void> {
  await field.page().getByRole('listbox').first().waitFor({ state: 'detached' });
}

/** Chooses an option of a select by what it says. */
export async function choose(field: Locator, option: string | RegExp): Promise<void> {
  await open(field);
  await field
    .page()
    .getByRole('option', typeof option === 'string' ? { name: option, exact: true } : { name: option })
    .click();
  await closed(field);
}

/** Takes one more of a select that takes several. */
export async function chooseAlso(field: Locator, option: string | RegExp): Promise<void> {
  await open(field);
  await field.page().getByRole('option', { name: option }).click();
  await field.page().keyboard.press('Escape');
  await closed(field);
  await expect(field.first()).toContainText(option);
}

/** What can be chosen of a select, as it says it. */
export async function optionsOf(field: Locator): Promise<readonly string[]> {
  await open(field);
  const options = await field.page().getByRole('option').allTextContents();
  await field.page().keyboard.press('Escape');
  await closed(field);
  return options.map((option) => option.trim());
}
