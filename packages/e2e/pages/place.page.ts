import { type Locator, type Page } from '@playwright/test';
import { choose } from './choose.ts';

/** A target or landmark as it is typed in. */
export interface MarkToType {
  readonly name: string;
  readonly distance: string;
  readonly offset?: string;
  readonly offsetIn?: 'across' | 'deg';
  readonly side?: 'left of' | 'right of';
  readonly kind?: 'target' | 'landmark';
}

/** A place with its landmark strip. */
export class PlacePage {
  readonly strip: Locator;
  readonly said: Locator;

  constructor(private readonly page: Page) {
    this.strip = page.getByRole('slider', { name: 'Where it points among the landmarks' });
    this.said = page.locator('lo-landmark-strip').getByRole('status');
  }

  async name(name: string): Promise<void> {
    await this.page.getByLabel('Name', { exact: true }).first().fill(name);
  }

  async add(mark: MarkToType): Promise<void> {
    const form = this.page.locator('form.add');
    await form.getByLabel('Name').fill(mark.name);
    await form.getByLabel(/^Distance/).fill(mark.distance);
    if (mark.offset !== undefined) await form.getByLabel('Off to the side').fill(mark.offset);
    if (mark.offsetIn !== undefined)
      await choose(form.getByLabel(/^in/), mark.offsetIn === 'deg' ? 'degrees' : /at its distance$/);
    if (mark.side !== undefined) await choose(form.getByLabel(/^Side/), mark.side);
    if (mark.kind !== undefined) await choose(form.getByLabel('It is a'), mark.kind);
    await form.getByLabel(/^Distance/).press('Enter');
  }

  /** Taps the strip at a bearing from the place's zero. */
  async tapAt(deg: number): Promise<void> {
    const half = Number(await this.strip.getAttribute('aria-valuemax'));
    const box = await this.strip.boundingBox();
    if (box === null) throw new Error('the strip is not on the screen');
    // One pixel of border on either side is not part of the scale.
    const inner = await this.strip.evaluate((e) => e.clientWidth);
    await this.strip.click({ position: { x: (inner * (deg / half + 1)) / 2 + 1, y: box.height / 3 } });
  }
}
