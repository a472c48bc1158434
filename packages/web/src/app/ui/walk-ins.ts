import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { type LessonView } from '@lotrecht/records';
import { agreementSentences, routineSentences } from '@lotrecht/words';
import { loaded } from '../data/loaded.ts';
import { AcademyApi } from '../api/academy-api.ts';
import { ROUTINE, type Routine } from '../data/kinds/routine.ts';
import { RecordApi } from '../data/record-api.ts';
import { ProblemNote } from './problem-note.ts';
import { Undo } from './undo.ts';
import { clockText } from '../words/dates.ts';
import { findingOf, togetherOf } from '../lesson/told-walk-ins.ts';

/** The walk-ins that were recorded in a lesson, each in a sentence, and what they have in common. */
@Component({
  selector: 'lo-walk-ins',
  imports: [MatButton, ProblemNote, RouterLink],
  template: `
    @if (problem(); as p) {
      <lo-problem-note [problem]="p" (retry)="walkIns.again()" />
    }
    @for (sentence of together(); track sentence) {
      <p class="together">{{ sentence }}</p>
    }
    <ul>
      @for (walkIn of told(); track walkIn.id) {
        <li>
          <span class="lo-soft">{{ walkIn.clock }}</span>
          <strong>{{ walkIn.said }}</strong>
          <button
            matButton
            type="button"
            [attr.aria-label]="'Delete the walk-in of ' + walkIn.clock"
            (click)="remove(walkIn.id)"
          >
            Delete
          </button>
          <span class="rest lo-soft">{{ walkIn.rest }}</span>
        </li>
      }
    </ul>
    <div class="doing">
      <a matButton="outlined" [routerLink]="['/lessons', lesson().id, 'routine']">Record a walk-in</a>
      <a matButton="outlined" [routerLink]="['/lessons', lesson().id, 'routine', 'train']">Train it</a>
      <a matButton="outlined" [routerLink]="['/lessons', lesson().id, 'eye']">Train the eye</a>
    </div>
  `,
  styles: `
    :host {
      display: block;
    }
    .doing {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .together {
      font-weight: 600;
    }
    ul {
      margin: 4px 0 10px;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 3.5rem 1fr auto;
      align-items: center;
      gap: 0 8px;
      padding-bottom: 6px;
      border-top: 1px solid var(--lo-line);
    }
    .rest {
      grid-column: 2 / -1;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WalkIns {
  readonly lesson = input.required<LessonView>();

  private readonly records = inject(RecordApi);
  private readonly academy = inject(AcademyApi);
  private readonly undo = inject(Undo);

  protected readonly walkIns = loaded({
    of: () => this.lesson().studentId,
    from: (student) => this.records.all<Routine>(ROUTINE, { student }),
  });
  protected readonly problem = this.walkIns.problem;
  private readonly own = computed(() =>
    (this.walkIns.value() ?? []).filter(({ lessonId }) => lessonId === this.lesson().id),
  );
  protected readonly together = computed(() => agreementSentences(togetherOf(this.own())));
  protected readonly told = computed(() =>
    this.own().map((routine) => {
      const [said, ...rest] = routineSentences(findingOf(routine), routine.recording.expected);
      const { id, startedAt, note } = routine;
      return { id, clock: clockText(startedAt), said, rest: [...rest, ...(note ? [note] : [])].join(' ') };
    }),
  );

  protected remove(id: string): void {
    this.academy.remove('routines', id).subscribe({
      next: () => {
        this.walkIns.again();
        this.undo.offer('Walk-in', 'routines', id, () => this.walkIns.again());
      },
      error: this.walkIns.failed,
    });
  }
}
