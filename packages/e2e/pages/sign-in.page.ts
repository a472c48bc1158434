import { expect, type Page } from '@playwright/test';

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
