import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  untracked,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type LessonView } from '@lotrecht/records';
import { type LessonRecord, lessonKind } from '../../data/kinds/lesson.ts';
import { stored } from '../../data/stored-record.ts';
import { DayField } from '../../ui/day-field.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { weekdayText, weeksLater } from '../../words/dates.ts';
import { lessonSteps } from '../../words/lesson-steps.ts';

const WEEKS = [1, 2, 3] as const;

/** The day that is agreed for the next lesson: one tap, or any day. The student stands on Today when it comes. */
@Component({
  selector: 'lo-next-day',
  imports: [DayField, MatButton, RecordTrouble],
  template: `
    <section aria-labelledby="next-title">
      <h2 id="next-title">Next lesson</h2>
      @if (record.ready()) {
        <div class="row">
          @for (week of weeks(); track week.on) {
            <button
              matButton="outlined"
              type="button"
              [attr.aria-pressed]="week.on === nextOn()"
              (click)="agree(week.on)"
            >
              {{ week.title }}
            </button>
          }
          <lo-day-field label="On" [value]="nextOn()" (valueChange)="agree($event)" />
        </div>
      }
      <p role="status">{{ said() }}</p>
      <lo-record-trouble [record]="record" (kept)="kept($event)" (taken)="kept($event)" />
    </section>
  `,
  styles: `
    section {
      margin: 24px 0;
    }
    h2 {
      margin-bottom: 6px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
    }
    button[aria-pressed='true'] {
      font-weight: 700;
      border-width: 2px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NextDay {
  readonly lesson = input.required<LessonView>();
  readonly changed = output<LessonView>();

  private readonly current = inject(CurrentWorkStore);
  protected readonly record = stored(lessonKind(() => ''));

  protected readonly weeks = computed(() =>
    WEEKS.map((n) => ({
      title: n === 1 ? 'In a week' : `In ${n} weeks`,
      on: weeksLater(this.lesson().heldOn, n),
    })),
  );
  private readonly id = computed(() => this.lesson().id);
  protected readonly nextOn = computed(() => this.lesson().nextOn);
  protected readonly said = computed(() => {
    const on = this.nextOn();
    return on === null ? 'No day is agreed yet.' : `${weekdayText(on)}: then the student stands on Today.`;
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => void this.record.begin(id, this.lesson(), this.lesson().studentId));
    });
  }

  protected agree(on: string | null): void {
    const { revision, studentId, heldOn, placeId, windy, notes } = this.record.stored() ?? this.lesson();
    const nextOn = on === '' ? null : on;
    if (nextOn === this.nextOn()) return;
    this.record
      .save({ revision, studentId, heldOn, placeId, windy, notes, nextOn })
      .subscribe((saved) => this.kept(saved));
  }

  protected kept(saved: LessonRecord): void {
    const lesson = { ...this.lesson(), ...saved };
    this.changed.emit(lesson);
    const work = this.current.work();
    if (work !== null) this.current.show({ ...work, steps: lessonSteps(lesson) });
  }
}
