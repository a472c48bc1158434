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

const FIELD_NAMES = [
  'Toes Lead gap',
  'Toes Trail gap',
  'Toes Base',
  'Face Heel gap',
  'Face Toe gap',
  'Face Base',
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

  /** One set-up and no series, where it is asked. */
  async oneSetUp(): Promise<void> {
    const one = this.page.getByRole('button', { name: '1 set-up', exact: true });
    await this.page.getByRole('button', { name: 'Marks are down: to the tape' }).waitFor();
    if ((await one.isVisible()) && (await one.getAttribute('aria-pressed')) === 'false') await one.click();
  }

  /** Past the holds, as when the marks are down already. */
  async toTape(): Promise<void> {
    await this.oneSetUp();
    await this.page.getByRole('button', { name: 'Marks are down: to the tape' }).click();
    await this.page.locator('lo-reading-table').waitFor();
  }

  /** Another way for a line of the plan: the others are a tap further. @returns how many taps it took */
  async chooseWay(way: RegExp, line: string): Promise<number> {
    const wanted = this.page.getByRole('button', { name: way });
    if (await wanted.isVisible()) return 0;
    await this.page.getByRole('button', { name: new RegExp(`^\\d others to read the ${line}$`) }).click();
    await wanted.click();
    return 2;
  }

  /** A choice of how the holds go, which stand in a line until they are changed. */
  async howHoldsGo(choice: string): Promise<void> {
    const wanted = this.page.getByRole('button', { name: choice, exact: true });
    if (!(await wanted.isVisible())) await this.page.getByRole('button', { name: / · Cards by / }).click();
    await wanted.click();
  }

  /** A new set-up of a step, by the strip that is always in sight. */
  async begin(step: 'Blind' | 'Work' | 'Balls'): Promise<void> {
    const steps = this.page.getByRole('navigation', { name: 'Steps of the lesson' });
    const before = this.page.url();
    await steps.getByRole('link', { name: new RegExp(`^${step}`) }).click();
    await this.page.waitForURL((url) => url.href !== before && /\/checks\//.test(url.href));
    if (step === 'Blind') await this.oneSetUp();
  }

  /** Reads a line by its bare points, whatever the last time was done with. */
  async readBare(line: string): Promise<void> {
    const way = this.row(line).getByRole('button', { name: /how it is read/ });
    if (!((await way.textContent()) ?? '').includes('rod across')) return;
    await way.click();
    await this.page
      .getByRole('button', { name: new RegExp(`^${(line.split(' ')[0] ?? '').toLowerCase()} bare`) })
      .click();
  }

  /** Lifts the cover of a blind baseline. */
  async reveal(): Promise<void> {
    await this.page.getByRole('button', { name: 'Reveal now' }).click();
  }

  /** Typed on a keyboard, field by field; a blind baseline is revealed at the end. */
  async typeReadings(readings: QuickReadings): Promise<void> {
    for (const [index, reading] of readings.entries()) {
      const field = this.field(FIELD_NAMES[index] ?? '');
      await field.focus();
      await this.page.keyboard.press('Control+a');
      await this.page.keyboard.type(reading);
      await field.blur();
    }
    if (await this.page.getByRole('region', { name: 'Covered' }).isVisible()) await this.reveal();
  }

  /** Tapped on the pad from the first field on, Next after each field. */
  async tapReadings(readings: readonly string[]): Promise<void> {
    for (const [index, reading] of readings.entries()) {
      await this.tapNumber(reading);
      if (index < readings.length - 1) await this.tapKey('Next');
    }
  }

  async tapNumber(reading: string): Promise<void> {
    for (const key of reading) {
      await this.tapKey(key === '-' ? 'Beyond the line: change the sign' : key);
    }
  }

  async tapKey(name: string): Promise<void> {
    await this.page.locator('lo-number-pad').getByRole('button', { name, exact: true }).tap();
  }

  async keep(): Promise<void> {
    await this.page.getByRole('button', { name: /^(Keep check|Keep correction|Reveal and keep)$/ }).click();
    await this.page.getByText(/^Kept \d\d:\d\d$/).waitFor();
  }

  /** A reading of the strip with this name, tapped at degrees from the middle of the strip. */
  async tapStrip(name: string | RegExp, deg: number): Promise<void> {
    const strip = this.page.getByRole('slider', { name });
    const half = Number(await strip.getAttribute('aria-valuemax'));
    const box = await strip.boundingBox();
    if (box === null) throw new Error('the strip is not on the screen');
    await strip.click({ position: { x: (box.width * (deg / half + 1)) / 2, y: box.height / 3 } });
  }

  /** One swipe along the strip with this name, let go at degrees from the middle of the strip. */
  async swipeStrip(name: string | RegExp, deg: number): Promise<void> {
    const strip = this.page.getByRole('slider', { name });
    const half = Number(await strip.getAttribute('aria-valuemax'));
    await strip.scrollIntoViewIfNeeded();
    const box = await strip.boundingBox();
    if (box === null) throw new Error('the strip is not on the screen');
    const y = box.y + box.height / 3;
    await this.page.mouse.move(box.x + box.width / 2, y);
    await this.page.mouse.down();
    await this.page.mouse.move(box.x + (box.width * (deg / half + 1)) / 2, y, { steps: 4 });
    await this.page.mouse.up();
  }

  row(line: string): Locator {
    return this.page.getByRole('group', { name: line, exact: true });
  }

  finding(line: string): Locator {
    return this.page.getByRole('region', { name: line, exact: true });
  }
}
