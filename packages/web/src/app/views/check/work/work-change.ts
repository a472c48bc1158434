import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { isCold, lessonDifferences, moreToShow, type ReadSetup, toldChecks } from '@lotrecht/judging';
import { type CheckRecord } from '@lotrecht/records';
import { besideText } from '@lotrecht/words';
import { SettingsStore } from '../../../settings/settings.store.ts';
import { Why } from '../../../ui/why.ts';
import { aimOf } from '../../../words/aims.ts';
import { LINE_TITLES, type LineKey } from '../../../words/words.ts';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { CheckReadings } from '../check-readings.ts';
import { CheckAnswers } from '../check-answers.ts';

const NUMBERS = ['', 'One', 'Two', 'Three', 'Four', 'Five', 'Six'] as const;

interface WorkedSetup extends ReadSetup {
  readonly record: CheckRecord | null;
}

/** The line that is worked on, before and after: it grows with every set-up, and says how many more would show it. */
@Component({
  selector: 'lo-work-change',
  imports: [Why],
  template: `
    @if (rows().length > 0) {
      <section aria-label="Before and after">
        <h2>{{ title() }}</h2>
        <dl>
          @if (before(); as b) {
            <div>
              <dt>Before, blind</dt>
              <dd>{{ b }}</dd>
            </div>
          }
          @for (row of rows(); track $index) {
            <div [class.now]="$last">
              <dt>{{ $last ? 'Now' : 'Set-up ' + ($index + 1) }}</dt>
              <dd>{{ row.aims }}</dd>
              <dd class="lo-soft">{{ row.odd }}</dd>
            </div>
          }
        </dl>
        <p>{{ sentence() }}</p>
        <lo-why [about]="['change']" />
      </section>
    }
  `,
  styles: `
    section {
      display: grid;
      gap: 4px;
      padding: 8px 0 10px;
      border-bottom: 1px solid var(--lo-line);
    }
    h2 {
      font-size: 1.125rem;
    }
    dl {
      display: grid;
      gap: 2px;
      margin: 0;
    }
    div {
      display: grid;
      grid-template-columns: 112px 1fr auto;
      gap: 8px;
    }
    dd {
      margin: 0;
    }
    .now {
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkChange {
  private readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  private readonly readings = inject(CheckReadings);
  private readonly answers = inject(CheckAnswers);
  private readonly settings = inject(SettingsStore);

  private readonly line = computed((): LineKey => this.readings.working() ?? this.ground.footLine());
  protected readonly title = computed(() => `${LINE_TITLES[this.line()]}, before and after`);

  /** Kept set-ups of the lesson with these clubs, the one on the screen in its place. */
  private readonly setups = computed(() => {
    const group = this.ground.club().group;
    const kept = toldChecks(this.ground.lesson()?.checks ?? []).filter(
      ({ document }) => document.club?.group === group,
    );
    return {
      before: kept.filter(({ circumstances }) => isCold(circumstances)),
      after: kept.filter(
        ({ circumstances, id }) => circumstances?.phase === 'coached' && id !== this.ground.id(),
      ),
    };
  });

  private readonly after = computed((): readonly WorkedSetup[] => {
    const { document, result } = this.answers.shown() ?? {};
    const now = document && result ? [{ document, result, record: this.held.record() }] : [];
    return [...this.setups().after, ...now].filter(
      ({ result: read }) => read.lines[this.line()] !== undefined,
    );
  });

  protected readonly rows = computed(() =>
    this.after().map(({ result, record }) => ({
      aims: this.aims(result.lines[this.line()]?.handedAzimuthDeg ?? 0),
      odd: record?.feltOdd === undefined ? '' : `felt odd: ${record.feltOdd}`,
    })),
  );

  private readonly difference = computed(
    () =>
      lessonDifferences(this.setups().before, this.after(), false).find(({ line }) => line === this.line()) ??
      null,
  );

  protected readonly before = computed(() => {
    const difference = this.difference();
    return difference === null ? null : this.aims(difference.beforeDeg);
  });

  protected readonly sentence = computed(() => {
    const difference = this.difference();
    if (difference === null) return 'No blind set-up read this line, so no change can be shown.';
    if (difference.real) return `A real change: ${this.moved(difference.deltaDeg)}.`;
    const more = moreToShow(this.setups().before, this.after(), this.line());
    if (more === null) return 'It has changed too little to show.';
    return `${NUMBERS[more] ?? more} more like this would show it.`;
  });

  private aims(handedDeg: number): string {
    const { distanceM } = this.ground.target();
    const handedness = this.ground.student()?.handedness ?? 'right';
    return besideText(aimOf(handedDeg, { handedness, distanceM }), this.settings.settings().distanceUnit);
  }

  private moved(handedDeg: number): string {
    const text = this.aims(handedDeg);
    return text.replace(/ (left|right)$/, ' to the $1');
  }
}
