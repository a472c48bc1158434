import { ChangeDetectionStrategy, Component, effect, inject, input, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatError, MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { Router, RouterLink } from '@angular/router';
import { type LessonView } from '@lotrecht/contract';
import { catchError, of, switchMap } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { PlaceApi } from '../../api/place-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { type CheckDraft, DraftStore } from '../../drafts/draft-store.ts';
import { fromDevice } from '../../drafts/on-device.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { keepUsualPlace } from '../../settings/usual-place.ts';
import { CheckSummary } from '../../ui/check-summary.ts';
import { clockText, weekdayText } from '../../ui/dates.ts';
import { DayField } from '../../ui/day-field.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Undo } from '../../ui/undo.ts';
import { BeforeAfter } from './before-after.ts';

@Component({
  selector: 'lo-lesson',
  imports: [
    DayField,
    BeforeAfter,
    ReactiveFormsModule,
    MatButton,
    MatCheckbox,
    MatError,
    MatFormField,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    RouterLink,
    CheckSummary,
    ProblemNote,
  ],
  templateUrl: './lesson.html',
  styleUrl: './lesson.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LessonPage {
  readonly lessonId = input.required<string>();

  protected readonly lesson = signal<LessonView | null>(null);
  protected readonly drafts = signal<readonly CheckDraft[]>([]);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly keptNotes = signal(false);
  protected readonly weekdayText = weekdayText;
  protected readonly clockText = clockText;
  protected readonly form = new FormGroup({
    heldOn: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
    nextOn: new FormControl<string | null>(null),
    placeId: new FormControl<string | null>(null),
    windy: new FormControl(false, { nonNullable: true }),
    notes: new FormControl('', { nonNullable: true, validators: [Validators.maxLength(4000)] }),
  });

  protected readonly places = toSignal(
    inject(PlaceApi)
      .places()
      .pipe(catchError(() => of([]))),
    {
      initialValue: [],
    },
  );

  private readonly api = inject(AcademyApi);
  private readonly router = inject(Router);
  private readonly undo = inject(Undo);
  private readonly current = inject(CurrentWorkStore);
  private readonly draftStore = inject(DraftStore);
  private readonly session = inject(SessionStore);

  constructor() {
    effect(() => {
      const id = this.lessonId();
      untracked(() => this.load(id));
    });
  }

  protected load(id: string): void {
    this.problem.set(null);
    this.api
      .lesson(id)
      .pipe(
        switchMap((lesson) => {
          this.show(lesson);
          return this.api.student(lesson.studentId);
        }),
      )
      .subscribe({
        next: ({ student }) =>
          this.current.show({
            studentId: student.id,
            studentName: student.name,
            handedness: student.handedness,
            lessonId: id,
            heldOn: this.form.getRawValue().heldOn,
          }),
        error: (error: unknown) => this.problem.set(toProblem(error)),
      });
  }

  protected newCheck(): void {
    void this.router.navigate(['/lessons', this.lessonId(), 'checks', crypto.randomUUID()]);
  }

  protected save(): void {
    const lesson = this.lesson();
    this.form.markAllAsTouched();
    if (lesson === null || this.form.invalid) return;
    const { id, revision, studentId } = lesson;
    const typed = this.form.getRawValue();
    // An emptied date field reads as empty text.
    const nextOn = typed.nextOn === '' ? null : typed.nextOn;
    this.api.saveLesson(id, { revision, studentId, ...typed, nextOn }).subscribe({
      next: (saved) => {
        this.show({ ...lesson, ...saved });
        keepUsualPlace(saved.placeId);
        this.keptNotes.set(true);
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected remove({ id, studentId }: LessonView): void {
    this.api.remove('lessons', id).subscribe({
      next: () => {
        void this.router.navigate(['/students', studentId]);
        this.undo.offer('Lesson', 'lessons', id, () => void this.router.navigate(['/lessons', id]));
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  private show(lesson: LessonView): void {
    this.lesson.set(lesson);
    const { heldOn, nextOn, placeId, windy, notes } = lesson;
    this.form.reset({ heldOn, nextOn, placeId, windy, notes });
    const instructorId = this.session.session()?.instructor.id ?? '';
    void fromDevice(this.draftStore.ofLesson(lesson.id, instructorId), []).then((drafts) =>
      this.drafts.set(drafts),
    );
  }
}
