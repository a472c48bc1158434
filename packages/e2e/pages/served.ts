import { type Served, Installation, demoSignIn } from './installation.ts';
import { test } from './quiet.ts';
import { SignInPage } from './sign-in.page.ts';

/**
 * An installation with the demo for the stories of a file, signed in before each. The page's clock can be moved on.
 *
 * @returns where it is served, once it is
 */
export function servedWithDemo(): { address: string } {
  const installation = new Installation();
  const at = { address: '' };
  let served: Served;
  test.beforeAll(async () => {
    test.setTimeout(300_000);
    served = await installation.start();
    at.address = served.address;
  });
  test.afterAll(() => installation.remove());
  test.beforeEach(async ({ page }) => {
    await page.clock.install();
    await new SignInPage(page).signIn(served.address, demoSignIn(served));
  });
  return at;
}
