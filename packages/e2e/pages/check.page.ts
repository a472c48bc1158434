import { type Locator, type Page } from '@playwright/test';

/** The six readings of a quick check, in the order the tape is read. */
export type QuickReadings = readonly [
  lead: string,
  trail: string,
  base: string,
  heel: string,
  toe: string,
  faceBase: string,
];

/** The main screen. */
export class CheckPage {
  readonly toes: Locator;
  readonly face: Locator;
  readonly priority: Locator;
  readonly board: Locator;

  constructor(private readonly page: Page) {
    this.toes = page.getByRole('region', { name: 'Toes' });
    this.face = page.getByRole('region', { name: 'Face' });
    this.priority = page.getByRole('region', { name: 'Priority' });
    this.board = page.getByRole('img', { name: /String board/ });
  }

  field(name: string): Locator {
    return this.page.getByLabel(new RegExp(`^${name},`));
  }

  /** Typed on a keyboard, Enter after each field. */
  async typeReadings(readings: QuickReadings): Promise<void> {
    await this.field('Toes Lead gap').focus();
    for (const reading of readings) {
      await this.page.keyboard.press('Control+a');
      await this.page.keyboard.type(reading);
      await this.page.keyboard.press('Tab');
    }
  }

  /** Tapped on the pad, Next after each field. */
  async tapReadings(readings: QuickReadings): Promise<void> {
    const pad = this.page.locator('lo-number-pad');
    await this.field('Toes Lead gap').tap();
    for (const [index, reading] of readings.entries()) {
      for (const key of reading) {
        await pad.getByRole('button', { name: key === '-' ? /change the sign/ : key, exact: true }).tap();
      }
      if (index < readings.length - 1) await pad.getByRole('button', { name: 'Next' }).tap();
    }
  }

  async keep(): Promise<void> {
    await this.page.getByRole('button', { name: /^Keep (check|correction)$/ }).click();
    await this.page.getByText(/^Kept \d\d:\d\d$/).waitFor();
  }
}
