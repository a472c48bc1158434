import { type Locator, type Page } from '@playwright/test';
import { type CheckPage } from './check.page.ts';

/** Whatever a hand does beyond digits is counted. */
export class Hand {
  actions = 0;

  constructor(
    private readonly page: Page,
    private readonly check: CheckPage,
  ) {}

  async tap(what: Locator): Promise<void> {
    this.actions++;
    await what.tap();
  }

  /** Into a field of Material’s, whose label lies over it until it is entered. */
  async into(field: Locator): Promise<void> {
    this.actions++;
    await field.click({ force: true });
  }

  async next(): Promise<void> {
    this.actions++;
    await this.check.tapKey('Next');
  }

  async swipe(strip: string, deg: number): Promise<void> {
    this.actions++;
    await this.check.swipeStrip(strip, deg);
  }

  /** The large key once everything is read. */
  async pressLast(): Promise<void> {
    this.actions++;
    await this.page
      .locator('lo-number-pad')
      .getByRole('button', { name: /^(Next|Reveal|Keep)$/ })
      .tap();
  }
}
