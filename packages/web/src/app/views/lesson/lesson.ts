import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatError, MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { Router, RouterLink } from '@angular/router';
import { type LessonInput, type LessonView, type PlaceView } from '@lotrecht/records';
import {
  catchError,
  concat,
  EMPTY,
  forkJoin,
  from,
  ignoreElements,
  map,
  type Observable,
  of,
  switchMap,
  tap,
} from 'rxjs';
import { loaded } from '../../data/loaded.ts';
import { AcademyApi } from '../../api/academy-api.ts';
import { type CheckHere, checksHere } from '../../data/checks-on-device.ts';
import { Sender } from '../../data/sender.ts';
import { PLACE } from '../../data/kinds/place.ts';
import { Mirror } from '../../data/mirror.ts';
import { type LessonRecord, lessonKind } from '../../data/kinds/lesson.ts';
import { stored } from '../../data/stored-record.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { keepUsualPlace } from '../../settings/usual-place.ts';
import { SinceLast } from '../../practice/since-last.ts';
import { CheckSummary } from '../../ui/check-summary.ts';
import { lessonSteps } from '../../words/lesson-steps.ts';
import { clockText, weekdayText } from '../../words/dates.ts';
import { DayField } from '../../ui/day-field.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Undo } from '../../ui/undo.ts';
import { BeforeAfter } from './before-after.ts';
import { WalkIns } from '../../ui/walk-ins.ts';
import { LessonLine } from './lesson-line.ts';
import { UsualMiss } from './usual-miss.ts';
import { Why } from '../../ui/why.ts';

@Component({
  selector: 'lo-lesson',
  imports: [
    DayField,
    BeforeAfter,
    LessonLine,
    UsualMiss,
    Why,
    WalkIns,
    RecordTrouble,
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
    SinceLast,
    CheckSummary,
    ProblemNote,
  ],
  templateUrl: './lesson.html',
  styleUrl: './lesson.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LessonPage {
  readonly lessonId = input.required<string>();

  private readonly api = inject(AcademyApi);
  private readonly router = inject(Router);
  private readonly undo = inject(Undo);
  private readonly current = inject(CurrentWorkStore);
  private readonly sender = inject(Sender);
  private readonly session = inject(SessionStore);

  protected readonly opened = loaded({
    of: () => this.lessonId(),
    from: (id) => this.api.lesson(id).pipe(switchMap((lesson) => this.show(lesson))),
  });
  protected readonly lesson = computed(() => this.opened.value() ?? null);
  protected readonly problem = this.opened.problem;
  protected readonly drafts = signal<readonly CheckHere[]>([]);
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
    inject(Mirror)
      .list<PlaceView>(PLACE)
      .pipe(catchError(() => of([]))),
    {
      initialValue: [],
    },
  );

  protected readonly record = stored(
    lessonKind((id) => this.places().find((place) => place.id === id)?.name ?? ''),
  );

  constructor() {
    this.current.showStep('line');
    this.form.valueChanges.pipe(takeUntilDestroyed()).subscribe(() => {
      const typed = this.typed();
      if (typed !== null) this.record.typed(typed);
    });
  }

  protected newCheck(): void {
    void this.router.navigate(['/lessons', this.lessonId(), 'checks', crypto.randomUUID()]);
  }

  protected save(): void {
    const lesson = this.lesson();
    this.form.markAllAsTouched();
    if (lesson === null || this.form.invalid) return;
    const typed = this.typed();
    if (typed !== null) this.record.save(typed).subscribe((saved) => this.kept(saved));
  }

  protected kept(saved: LessonRecord): void {
    this.showKept(saved);
    keepUsualPlace(saved.placeId);
  }

  protected showKept(saved: LessonRecord): void {
    this.opened.change((lesson) => ({ ...lesson, ...saved }));
    const [work, lesson] = [this.current.work(), this.lesson()];
    if (work !== null && lesson !== null)
      this.current.show({ ...work, heldOn: saved.heldOn, steps: lessonSteps(lesson) });
    // What was typed while it was on its way stays.
    if (this.record.state() === 'kept') this.fill(saved);
  }

  /** The lesson as it stands in the fields; null while there is none. */
  private typed(): LessonInput | null {
    const lesson = this.lesson();
    if (lesson === null) return null;
    const { revision, studentId } = lesson;
    const { nextOn, ...typed } = this.form.getRawValue();
    // An emptied date field reads as empty text.
    return { revision, studentId, ...typed, nextOn: nextOn === '' ? null : nextOn };
  }

  protected remove({ id, studentId }: LessonView): void {
    this.api.remove('lessons', id).subscribe({
      next: () => {
        void this.router.navigate(['/students', studentId]);
        this.undo.offer('Lesson', 'lessons', id, () => void this.router.navigate(['/lessons', id]));
      },
      error: this.opened.failed,
    });
  }

  private fill({ heldOn, nextOn, placeId, windy, notes }: LessonRecord): void {
    this.form.reset({ heldOn, nextOn, placeId, windy, notes }, { emitEvent: false });
  }

  /** Fields come with what was typed into them here: before the device has said it, nobody can type over it. */
  private show(lesson: LessonView): Observable<LessonView> {
    const typed = from(this.record.begin(lesson.id, lesson, lesson.studentId));
    const drafts = from(checksHere(this.sender, lesson.id));
    const filled = forkJoin([typed, drafts]).pipe(
      map(([earlier, all]) => {
        this.fill(lesson);
        if (earlier !== null) this.form.patchValue(earlier.input, { emitEvent: false });
        this.drafts.set(all);
        return lesson;
      }),
    );
    return concat(filled, this.tellShell(lesson));
  }

  /** Whose lesson it is; without the answer the lesson stands, and it is said. */
  private tellShell(lesson: LessonView): Observable<never> {
    return this.api.student(lesson.studentId).pipe(
      tap(({ student: { id, name, handedness } }) =>
        this.current.show({
          studentId: id,
          studentName: name,
          handedness,
          lessonId: lesson.id,
          heldOn: this.form.getRawValue().heldOn,
          steps: lessonSteps(lesson),
        }),
      ),
      catchError((error: unknown) => {
        this.opened.failed(error);
        return EMPTY;
      }),
      ignoreElements(),
    );
  }
}
