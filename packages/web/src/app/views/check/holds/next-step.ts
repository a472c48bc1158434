import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type AdviceGround } from '@lotrecht/judging';
import { type Candidate, HOLDING_TIMES } from '@lotrecht/core';
import { wayTitle } from '@lotrecht/words';
import { firstOf, percentText } from '../../../words/words.ts';
import { SettingsStore } from '../../../settings/settings.store.ts';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { CheckReadings } from '../check-readings.ts';
import { CheckAnswers } from '../check-answers.ts';
import { HoldRunner } from './hold-runner.ts';
import { newestThought } from '../finding/beside-the-page.ts';

/** Holds that are asked of a student at most. */
const MOST_HOLDS = 4;

/** The reading that tells most per second of holding, with the reason; or that nothing more is worth holding for. */
@Component({
  selector: 'lo-next-step',
  template: `
    <section aria-label="Next reading" aria-live="polite">
      <h2>Next reading</h2>
      <p>{{ words() }}</p>
      @if (again()) {
        <p>{{ readOn }}</p>
      }
      @if (candidate(); as c) {
        <button type="button" (click)="take(c)">Add it: {{ named(c) }}</button>
      }
    </section>
  `,
  styles: `
    section {
      display: grid;
      gap: 2px;
      padding: 6px 0 0;
      border-top: 2px solid var(--lo-twine);
      font-size: 0.9375rem;
      line-height: 1.3;
    }
    h2 {
      font-size: 0.9375rem;
    }
    button {
      justify-self: start;
      min-height: 44px;
      padding: 0 12px;
      border: 1px solid var(--lo-line-strong);
      border-radius: 4px;
      background: none;
      color: var(--lo-ink);
      font: inherit;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NextStep {
  private readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  private readonly readings = inject(CheckReadings);
  private readonly answers = inject(CheckAnswers);
  private readonly runner = inject(HoldRunner);
  private readonly settings = inject(SettingsStore);

  private readonly adviceGround = computed((): AdviceGround | null => {
    const student = this.ground.student();
    if (student === null) return null;
    const covered = this.held.covered();
    const document = this.answers.solution()?.bare ?? null;
    const rebase = this.ground.rebase() ?? undefined;
    const { phase, hold } = this.held.run();
    const pointsAtM = this.ground.pointsAtM();
    const last = Math.max(1, hold, ...this.readings.entries().map((e) => e.hold));
    return {
      handedness: student.handedness,
      judgedBy: this.ground.rules(),
      // Covered readings may not be told by what is advised after them.
      read: covered || document === null ? null : { document, rebase },
      targetLineUncertaintyDeg: this.ground.targetLineUncertaintyDeg(),
      tools: this.held.tools(),
      whoStands: this.ground.whoStands(),
      ...(pointsAtM !== undefined && { pointsAtM }),
      hold: last,
      heldS:
        phase === 'hold'
          ? this.plannedSeconds(hold)
          : phase === 'plan' && hold === 0
            ? 0
            : HOLDING_TIMES.longestHoldS,
      holdsLeft: Math.max(0, MOST_HOLDS - last),
    };
  });
  private readonly newest = newestThought(
    computed(() => {
      const ground = this.adviceGround();
      return ground === null ? null : ({ about: 'advice', ground, known: this.answers.known() } as const);
    }),
    // Without advice the plan stands; that this device cannot think beside the page is said with the finding.
    () => this.answers.fail(),
  );
  private readonly advice = computed(() => this.newest()?.thought ?? null);

  private readonly unread = computed(() => this.held.covered() || this.answers.solution() === null);

  /** What could be taken next: not what the plan already has, while nothing of it may be told. */
  protected readonly candidate = computed((): Candidate | null => {
    const advice = this.advice();
    if (advice?.advice !== 'read') return null;
    const ranked = [advice.next, ...advice.others];
    const planned = new Set(this.readings.entries().map((e) => e.line));
    return (this.unread() ? ranked.find((c) => !planned.has(c.line)) : ranked[0]) ?? null;
  });

  protected readonly words = computed(() => {
    const advice = this.advice();
    const candidate = this.candidate();
    if (advice === null) return '';
    // Before anything was read, or may be told, the plan is what there is to go by.
    if (candidate === null) return STOPS[this.unread() ? 'read' : advice.advice];
    const { line, by, rod, seconds, newHold, gain } = candidate;
    // Told from the answer that stands beside it: the advice itself looks at fewer kinds of students.
    const result = this.answers.shown()?.result ?? null;
    const now = (result && firstOf(result).probability) ?? advice.answer.probability;
    // A number and its sign are never parted by the end of a line.
    const whole = (probability: number): string => percentText(probability).replace(' ', '\u00a0');
    return (
      `One more: ${line}, ${wayTitle(by, rod)}, ${Math.round(seconds)} s${newHold ? ' in another hold' : ''}.` +
      (this.settings.settings().figuresFirst === true
        ? ` What comes first is then ${whole(Math.min(1, now + gain))} sure, now ${whole(now)}.`
        : '')
    );
  });

  /** A line that was read already is offered again: what reading on does is said before. */
  protected readonly again = computed(() => {
    const line = this.candidate()?.line;
    return line !== undefined && !this.unread() && this.answers.shown()?.result?.lines[line] !== undefined;
  });
  protected readonly readOn = READ_ON;

  protected named({ line, by, rod }: Candidate): string {
    return `${line}, ${wayTitle(by, rod)}`;
  }

  protected take({ line, by, rod, newHold }: Candidate): void {
    const last = Math.max(1, ...this.readings.entries().map((e) => e.hold));
    this.readings.plan.add(line, { by, rod }, newHold ? last + 1 : last);
    if (newHold && this.held.run().phase === 'tape') this.runner.toPlan();
  }

  private plannedSeconds(hold: number): number {
    return this.runner.holds().find((h) => h.hold === hold)?.seconds ?? 0;
  }
}

/** Measured: `docs/numerics.md`, reading until a verdict comes. */
const READ_ON =
  'Decide first how many times you will read it. Read until it is called, a line at its limit is called one time in four.';

const STOPS = {
  read: 'All that is worth holding still for is planned.',
  settled: 'Sure enough: nothing more to read.',
  'not-worth-it': 'Nothing at hand would make it clearer.',
  'no-hold-left': 'No hold is left. Let the student rest.',
} as const;
