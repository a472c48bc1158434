import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { isCold, type LineProgress, linesOfChecks, watchedLine } from '@lotrecht/judging';
import { type StudentHistoryView } from '@lotrecht/records';
import { finalize, Subscription, switchMap } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { computeProgress } from '../../progress/progress-computation.ts';
import { flagReasons } from '../../progress/flag-words.ts';
import { isColdLine, type MatrixCell, matrixOf } from '../../progress/levels.ts';
import { tendencyOf } from '../../progress/progress-words.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { CheckSummary } from '../../ui/check-summary.ts';
import { LessonStart } from '../../lesson/lesson-start.ts';
import { dayText, localDay } from '../../words/dates.ts';
import { GuardianConsents } from '../../ui/guardian-consents.ts';
import { SinceLast } from '../../practice/since-last.ts';
import { LevelMatrix } from '../../ui/level-matrix.ts';
import { Why } from '../../ui/why.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { RoutineOverTime } from '../../ui/routine-over-time.ts';
import { Undo } from '../../ui/undo.ts';
import { itemSentences } from '../../words/item-words.ts';
import { watchText } from '../../words/watch-words.ts';
import { HAND_TITLES } from '../../words/words.ts';
import { Bag } from './bag.ts';
import { LessonTwine } from './lesson-twine.ts';

const NEWEST_NOTES = 6;

@Component({
  selector: 'lo-student',
  imports: [
    RoutineOverTime,
    Bag,
    CheckSummary,
    GuardianConsents,
    LessonTwine,
    LevelMatrix,
    MatButton,
    ProblemNote,
    RouterLink,
    SinceLast,
    Why,
  ],
  templateUrl: './student.html',
  styleUrl: './student.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StudentPage {
  readonly studentId = input.required<string>();

  protected readonly page = signal<StudentHistoryView | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly handTitles = HAND_TITLES;
  protected readonly dayText = dayText;

  /** Not of age, and no guardian has consented to records: nothing new is kept. */
  protected readonly waits = computed(() => {
    const { student, consents } = this.page() ?? { student: null, consents: [] };
    return student?.minor === true && !consents.some((c) => c.scope === 'records' && c.withdrawnAt === null);
  });

  /** The newest lesson's other checks: coached, after balls, tests. */
  protected readonly others = computed(() => {
    const lesson = this.page()?.lessons.find((l) => l.checks.length > 0);
    const cold = new Set(this.lastCold()?.checks.map((c) => c.id));
    const checks = lesson?.checks.filter((c) => !cold.has(c.id)) ?? [];
    return lesson === undefined || checks.length === 0 ? null : { heldOn: lesson.heldOn, checks };
  });

  /** The blind baselines of the newest lesson with some, newest first. */
  protected readonly lastCold = computed(() => {
    for (const { heldOn, checks } of this.page()?.lessons ?? []) {
      const cold = checks.filter(({ circumstances }) => isCold(circumstances));
      if (cold.length > 0) return { heldOn, checks: cold.toReversed() };
    }
    return null;
  });

  /** The line to watch: the instructor's own choice before what came first. */
  protected readonly watch = computed(() => {
    const cold = this.lastCold();
    if (cold === null) return '';
    const watch = watchedLine(cold.checks);
    return watchText({ heldOn: cold.heldOn, watch }, this.settings.settings().distanceUnit);
  });
  protected readonly checksOfLessons = computed(() => this.page()?.lessons.flatMap((l) => l.checks) ?? []);
  private readonly tracked = signal<readonly LineProgress[]>([]);
  /** What stands above the checks is not there yet: they wait for it, so that nothing moves under a finger. */
  protected readonly counting = signal(true);
  /** The tendency of the line to watch, or of the feet; cold, with the clubs that were read most. */
  protected readonly tendency = computed(() => {
    const student = this.page()?.student;
    if (student === undefined) return null;
    const cold = this.tracked().filter(isColdLine);
    const line = watchedLine(this.lastCold()?.checks ?? [])?.line ?? 'toes';
    const shown = cold.find((p) => p.choice.line === line) ?? cold[0];
    const unit = this.settings.settings().distanceUnit;
    return shown === undefined ? null : tendencyOf(shown, { handedness: student.handedness, unit });
  });
  protected readonly flags = computed(() => flagReasons(this.tracked()));
  /** Where every line stands; one alone is said by the sentence above. */
  protected readonly matrix = computed(() => {
    const student = this.page()?.student;
    const matrix = matrixOf(this.tracked(), student?.handedness ?? 'right');
    return matrix.rows.length === 0 ? null : matrix;
  });
  /** What was noted, by day and place, newest first; years of it are asked for. */
  private readonly noted = computed(() => this.page()?.lessons.filter((l) => l.notes !== '') ?? []);
  protected readonly allNotes = signal(false);
  protected readonly fetchingEarlier = signal(false);
  protected readonly notes = computed(() =>
    this.allNotes() ? this.noted() : this.noted().slice(0, NEWEST_NOTES),
  );
  protected readonly moreNotes = computed(() => this.noted().length - this.notes().length);
  /** When the student is expected again, from the newest lesson that says so, while the day is still to come. */
  protected readonly nextOn = computed(() => {
    const on = this.page()?.lessons.find((l) => l.checks.length > 0 || l.nextOn !== null)?.nextOn ?? null;
    return on !== null && on >= localDay(new Date()) ? on : null;
  });
  protected readonly items = computed(() =>
    itemSentences(this.lastCold()?.checks.find((c) => c.record?.items)?.record?.items),
  );

  private loading = Subscription.EMPTY;
  private tracking = Subscription.EMPTY;
  private readonly destroyed = inject(DestroyRef);
  private readonly api = inject(AcademyApi);
  private readonly lessons = inject(LessonStart);
  private readonly router = inject(Router);
  private readonly undo = inject(Undo);
  private readonly current = inject(CurrentWorkStore);
  private readonly settings = inject(SettingsStore);

  constructor() {
    effect(() => {
      const id = this.studentId();
      untracked(() => {
        this.counting.set(true);
        // Nothing of the one before stands under the address of another.
        this.page.set(null);
        this.tracking.unsubscribe();
        this.load(id);
      });
    });
  }

  protected load(id: string): void {
    this.problem.set(null);
    // A late answer is of whoever was opened before.
    this.loading.unsubscribe();
    this.loading = this.api.history(id).subscribe({
      next: (page) => {
        this.page.set(page);
        const { name, handedness } = page.student;
        this.track(id, handedness);
        this.current.show({ studentId: id, studentName: name, handedness });
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  /** Lessons before those that are shown. */
  protected loadEarlier(id: string, after: string): void {
    this.problem.set(null);
    this.fetchingEarlier.set(true);
    this.api
      .history(id, after)
      .pipe(finalize(() => this.fetchingEarlier.set(false)))
      .subscribe({
        next: ({ lessons, next }) =>
          this.page.update((page) =>
            page?.student.id === id ? { ...page, lessons: [...page.lessons, ...lessons], next } : page,
          ),
        error: (error: unknown) => this.problem.set(toProblem(error)),
      });
  }

  /** The page is there without it; the sentence follows when it has been computed. */
  private track(id: string, handedness: 'right' | 'left'): void {
    this.tracking.unsubscribe();
    this.tracked.set([]);
    this.tracking = this.api
      .lines(id)
      .pipe(
        switchMap((checks) =>
          computeProgress({ rows: linesOfChecks(checks), handedness, forecastOn: localDay(new Date()) }),
        ),
        takeUntilDestroyed(this.destroyed),
        finalize(() => this.counting.set(false)),
      )
      .subscribe({
        next: ({ done, of, all }) => {
          if (done !== of) return;
          this.tracked.set(all);
          this.counting.set(false);
        },
        error: (error: unknown) => this.problem.set(toProblem(error)),
      });
  }

  protected openLine({ choice }: MatrixCell): void {
    void this.router.navigate(['/students', this.studentId(), 'progress'], {
      queryParams: { line: choice.line, clubs: choice.clubGroup },
    });
  }

  protected startLesson(): void {
    this.lessons.start(this.studentId(), localDay(new Date())).subscribe({
      next: (lessonId) => void this.router.navigate(['/lessons', lessonId]),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected remove(name: string): void {
    const id = this.studentId();
    this.api.remove('students', id).subscribe({
      next: () => {
        this.current.clear();
        void this.router.navigate(['/students']);
        this.undo.offer(name, 'students', id, () => void this.router.navigate(['/students', id]));
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
