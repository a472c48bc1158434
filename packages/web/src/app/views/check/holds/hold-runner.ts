import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { timesOf } from '@lotrecht/judging';
import { holdingTimeOf } from '@lotrecht/core';
import { HeldSetUp } from '../held-set-up.ts';
import { CheckReadings } from '../check-readings.ts';
import { entryTitle } from '../readings/entry.ts';
import { ClockedTimesStore } from '../../../lesson/clocked-times.store.ts';
import { keepUsual, readUsual, type UsualReadings } from '../../../lesson/usual-readings.ts';
import { holdsOf, holdingS } from './plan.ts';
import { Prompts } from './prompts.ts';
import { type Entry } from '../readings/entry.ts';
import { cardsOf, clockAt, type Run } from './run.ts';

const TICK_MS = 100;

/** Leads a check through its phases: holds by the clock, steps out, and goes to the tape. */
@Injectable()
export class HoldRunner {
  private readonly held = inject(HeldSetUp);
  private readonly readings = inject(CheckReadings);
  private readonly prompts = inject(Prompts);
  private readonly nowMs = signal(Date.now());
  private readonly clocked = inject(ClockedTimesStore);
  private prompted = -1;
  /** When the card that is up came up, ms since 1970; null where nobody saw it come. */
  private cardSinceMs: number | null = null;

  readonly pace = signal<Run['pace']>(readUsual().pace);
  readonly alone = computed(() => this.held.run().alone ?? false);
  readonly prompting = signal<UsualReadings['prompts']>(readUsual().prompts);

  /** What the ways take in these hands. */
  readonly times = computed(() => timesOf(this.held.tools()));

  readonly holds = computed(() => holdsOf(this.readings.entries(), this.times()));
  /** Holds that the student still has to give. */
  readonly ahead = computed(() => this.holds().filter((h) => h.hold > this.held.run().hold));
  readonly cards = computed(() => cardsOf(this.readings.entries(), this.held.run().hold));
  readonly clock = computed(() => {
    const run = this.held.run();
    const heldS = run.startedAtMs === null ? 0 : Math.max(0, (this.nowMs() - run.startedAtMs) / 1000);
    return clockAt(this.cards(), heldS, run, this.times());
  });
  /** Longer than anyone holds an honest address. */
  readonly tooLong = computed(() => this.clock().heldS > this.times().longestHoldS);

  constructor() {
    let ticking: ReturnType<typeof setInterval> | undefined;
    effect(() => {
      const holding = this.held.run().phase === 'hold';
      clearInterval(ticking);
      if (!holding) return;
      this.nowMs.set(Date.now());
      ticking = setInterval(() => this.nowMs.set(Date.now()), TICK_MS);
    });
    inject(DestroyRef).onDestroy(() => clearInterval(ticking));
    effect(() => {
      if (this.held.run().phase !== 'hold') return;
      const { card } = this.clock();
      untracked(() => this.reach(card));
    });
  }

  /** The next hold begins now. */
  begin(): void {
    const [next] = this.ahead();
    if (next === undefined) return;
    this.prompted = -1;
    this.nowMs.set(Date.now());
    this.cardSinceMs = Date.now();
    this.held.goTo({
      phase: 'hold',
      hold: next.hold,
      startedAtMs: Date.now(),
      gainedS: 0,
      tapped: 0,
      pace: this.pace(),
      alone: this.alone(),
    });
  }

  /** This card is done before its time. */
  next(): void {
    const run = this.held.run();
    const { card, cardLeftS } = this.clock();
    const done = this.cards()[card];
    if (run.phase !== 'hold' || done === undefined) return;
    const gained = run.pace === 'clock' ? Math.min(cardLeftS, holdingS(done, this.times())) : 0;
    // Where the clock moves cards on, only the quick ones are tapped: those alone would teach too short a time.
    if (run.pace === 'taps') this.clockCard(done);
    this.held.goTo({ ...run, gainedS: run.gainedS + gained, tapped: run.tapped + 1 });
  }

  /** The student steps out, whatever was read. */
  stepOut(): void {
    this.prompts.release(this.prompting());
    this.held.goTo({ ...this.held.run(), phase: 'release', startedAtMs: null });
  }

  /** Back to what is to be read; holds that were held stay held. */
  toPlan(): void {
    this.held.goTo({ ...this.held.run(), phase: 'plan', startedAtMs: null });
  }

  choosePace(pace: Run['pace']): void {
    this.pace.set(pace);
    keepUsual({ pace });
  }

  /** With a helper, or alone: a bob after the other takes longer, and holds become more. */
  chooseHands(alone: boolean): void {
    keepUsual({ alone });
    this.held.goTo({ ...this.held.run(), alone });
    this.readings.plan.spread();
  }

  choosePrompts(prompts: UsualReadings['prompts']): void {
    this.prompting.set(prompts);
    keepUsual({ prompts });
  }

  private clockCard(done: Entry): void {
    const now = Date.now();
    if (this.cardSinceMs !== null) {
      this.clocked.note(holdingTimeOf(done), (now - this.cardSinceMs) / 1000, this.alone());
    }
    this.cardSinceMs = now;
  }

  private reach(card: number): void {
    const cards = this.cards();
    if (card >= cards.length) {
      this.stepOut();
      return;
    }
    const entry = cards[card];
    if (card === this.prompted || entry === undefined) return;
    this.prompted = card;
    this.prompts.say(this.prompting(), entryTitle(entry));
  }
}
