import { expect, type Page } from '@playwright/test';

/**
 * Signs in without the door, which has stories of its own, and opens the tee sheet: the browser gets the same cookies
 * from the same answer.
 */
export async function signInBeside(
  page: Page,
  address: string,
  { email, password }: { readonly email: string; readonly password: string },
): Promise<void> {
  const answer = await page.request.post(new URL('/api/session', address).href, {
    data: { email, password },
    headers: { 'X-Requested-By': 'lotrecht', Origin: new URL(address).origin },
  });
  expect(answer.status()).toBe(200);
  await page.goto(address);
  await expect(page.getByRole('heading', { name: 'Tee sheet' })).toBeVisible();
}

/** The door. */
export class SignInPage {
  constructor(private readonly page: Page) {}

  async signIn(address: string, { email, password }: { email: string; password: string }): Promise<void> {
    await this.page.goto(address);
    await this.page.getByLabel('E-mail').fill(email);
    await this.page.getByLabel('Password').fill(password);
    await this.page.getByRole('button', { name: 'Sign in' }).click();
    await expect(this.page.getByRole('heading', { name: 'Tee sheet' })).toBeVisible();
  }
}
