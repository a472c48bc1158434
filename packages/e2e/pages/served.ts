import { type Page } from '@playwright/test';
import { demoSignIn, type Served } from './installation.ts';
import { test } from './quiet.ts';
import { signInBeside } from './sign-in.page.ts';

/**
 * The worker's installation with the demo as it was loaded, for the stories of a file; signed in and on the tee sheet
 * before each.
 *
 * @param before what is done with each page first
 * @returns what the start printed, once it has
 */
export function servedWithDemo(before: (page: Page) => Promise<void> = async () => undefined): Served {
  const served = servedToAnyone();
  test.beforeEach(async ({ page }) => {
    await before(page);
    await signInBeside(page, served.address, demoSignIn(served));
  });
  return served;
}

/** The same, and nobody is signed in. */
export function servedToAnyone(): Served {
  const at = { address: '', output: '' };
  test.beforeAll(({ shared }) => {
    shared.fresh();
    Object.assign(at, { address: shared.address, output: shared.output });
  });
  return at;
}

/** The page's clock can be moved on. */
export async function movableClock(page: Page): Promise<void> {
  await page.clock.install();
}
