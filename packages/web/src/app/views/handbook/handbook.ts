import { Location, NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, DOCUMENT, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router, RouterLink } from '@angular/router';
import { finalize, of, switchMap } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { STUDENT } from '../../data/kinds/student.ts';
import { RecordApi } from '../../data/record-api.ts';
import { LessonStart } from '../../lesson/lesson-start.ts';
import { GuideStore } from '../../session/guide.store.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { localDay } from '../../words/dates.ts';
import { asked, found } from './chapters.ts';
import { WayDrawing } from './way-drawing.ts';

/** Nobody real: who the guided lesson is given to. */
const PRACTICE = {
  revision: 0,
  name: 'Practice student',
  handedness: 'right',
  minor: false,
  notes: 'Of the guided lesson.',
} as const;

/** What each step is for, how each way is read, and why a sentence says what it says. Needs no network. */
@Component({
  selector: 'lo-handbook',
  imports: [
    MatButton,
    MatFormField,
    MatInput,
    MatLabel,
    NgTemplateOutlet,
    ProblemNote,
    RouterLink,
    WayDrawing,
  ],
  templateUrl: './handbook.html',
  styleUrl: './handbook.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandbookPage {
  /** What a sentence on another page asked about, ids parted by commas; from the address. */
  readonly about = input<string>();

  protected readonly asked = computed(() => asked(this.about() ?? ''));
  protected readonly looked = signal('');
  protected readonly chapters = computed(() => found(this.looked()));

  private readonly window = inject(DOCUMENT).defaultView;

  private readonly api = inject(AcademyApi);
  private readonly records = inject(RecordApi);
  private readonly lessons = inject(LessonStart);
  private readonly guide = inject(GuideStore);
  private readonly router = inject(Router);
  private readonly location = inject(Location);
  protected readonly starting = signal(false);
  protected readonly problem = signal<ApiProblem | null>(null);

  /** A lesson today with the practice student, who is added where there is none. */
  protected begin(): void {
    this.problem.set(null);
    this.starting.set(true);
    this.api
      .students(PRACTICE.name)
      .pipe(
        switchMap(({ students }) => {
          const known = students.find(({ name }) => name === PRACTICE.name);
          return known === undefined
            ? this.records.save(STUDENT, crypto.randomUUID(), PRACTICE, null)
            : of(known);
        }),
        switchMap(({ id }) => this.lessons.start(id, localDay(new Date()))),
        finalize(() => this.starting.set(false)),
      )
      .subscribe({
        next: (lessonId) => {
          this.guide.start();
          void this.router.navigate(['/lessons', lessonId]);
        },
        error: (error: unknown) => this.problem.set(toProblem(error)),
      });
  }

  /** Where the sentence stood. */
  protected back(): void {
    this.location.back();
  }

  protected print(): void {
    this.window?.print();
  }
}
