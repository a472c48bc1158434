import { type Locator, type Page } from '@playwright/test';
import { type CheckPage } from './check.page.ts';

/** A tap on something that has to be looked for, s; as people take who know the screen. */
const TAP_S = 1.2;
/** A key of the pad after another one, s. */
const KEY_S = 0.35;
/** Bending down to a mark and reading its gap off the tape, s. */
const GAP_S = 4;
const SECOND_MS = 1000;

/** How long a lesson’s part takes, s. */
export interface Timing {
  /** Taps, swipes and digits. */
  readonly inputS: number;
  /** Standing still. */
  readonly heldS: number;
  /** With the tape read, gap by gap. */
  readonly allS: number;
}

/** Whatever a hand does beyond digits is counted; what it takes is told by usual times of taps and keys. */
export class Hand {
  actions = 0;
  private keys = 0;
  private gaps = 0;
  private heldMs = 0;

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

  /** A gap as the tape says it, on the pad. */
  async number(reading: string): Promise<void> {
    this.keys += reading.length;
    this.gaps++;
    await this.check.tapNumber(reading);
  }

  /** The student stands still, by the clock. */
  async hold(ms: number): Promise<void> {
    this.heldMs += ms;
    await this.page.clock.runFor(ms);
  }

  timing(): Timing {
    const inputS = this.actions * TAP_S + this.keys * KEY_S;
    const heldS = this.heldMs / SECOND_MS;
    return { inputS, heldS, allS: inputS + heldS + this.gaps * GAP_S };
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

/** A timing in one line of the log. */
export function timingText(what: string, { inputS, heldS, allS }: Timing): string {
  const said = [inputS, heldS, allS].map((s) => Math.round(s));
  return `${what}: ${said[0]} s of taps and digits, ${said[1]} s held still, ${said[2]} s with the tape\n`;
}
