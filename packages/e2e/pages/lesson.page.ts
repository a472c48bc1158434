import { expect, type Locator, type Page } from '@playwright/test';
import { type Hand } from './hand.ts';

/** A hold of face and feet, by the clock. */
const QUICK_HOLD_MS = 6_300;

/** A lesson gone through by hand, every tap counted. */
export class LessonPage {
  constructor(
    private readonly page: Page,
    private readonly hand: Hand,
  ) {}

  button(name: string | RegExp): Locator {
    return this.page.getByRole('button', { name });
  }

  /** A step of the lesson, by the strip that is always in sight. */
  step(name: string): Locator {
    return this.page
      .getByRole('navigation', { name: 'Steps of the lesson' })
      .getByRole('link', { name: new RegExp(`^${name}`) });
  }

  /** The set-ups of the series, as they are listed. */
  setUps(): Locator {
    return this.page.getByRole('list', { name: 'Set-ups of the series' }).getByRole('listitem');
  }

  /** Holds one set-up after the other, with felt aim and guess each time, up to the tape. */
  async holdSeries(setUps: number): Promise<void> {
    for (let place = 1; place <= setUps; place++) {
      await this.hand.tap(this.button(/^Start hold 1/));
      await this.hand.hold(QUICK_HOLD_MS);
      await this.hand.swipe('Where the student feels aimed', place - 3);
      await this.hand.swipe('What your eye says', place);
      if (place < setUps) {
        await this.hand.tap(this.button(/^Next set-up/));
        await expect(this.page.getByText(`Set-up ${place + 1} of ${setUps}: a fresh ball`)).toBeVisible();
      } else await this.hand.tap(this.button(/^To the tape/));
    }
  }

  /** Reads one set-up from the first field on; the large key keeps it. */
  async readSetUp(readings: readonly string[]): Promise<void> {
    for (const [at, reading] of readings.entries()) {
      await this.hand.number(reading);
      if (at < readings.length - 1) await this.hand.next();
      else await this.hand.pressLast();
    }
  }

  /** Reads the marks of a series in one pass of the tape. */
  async readSeries(setUps: readonly (readonly string[])[]): Promise<void> {
    for (const [index, readings] of setUps.entries()) {
      await this.page.getByText(`Set-up ${index + 1} of ${setUps.length}: `).waitFor();
      await this.readSetUp(readings);
    }
  }
}
