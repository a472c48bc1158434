import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { isCold, type LineProgress, linesOfChecks, watchedLine } from '@lotrecht/judging';
import { type StudentView } from '@lotrecht/records';
import { finalize, last, map, type Observable, switchMap, tap } from 'rxjs';
import { loaded } from '../../data/loaded.ts';
import { AcademyApi } from '../../api/academy-api.ts';
import { computeProgress } from '../../progress/progress-computation.ts';
import { flagReasons } from '../../progress/flag-words.ts';
import { isColdLine, type MatrixCell, matrixOf } from '../../progress/levels.ts';
import { tendencyOf } from '../../progress/progress-words.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { type CurrentWork, CurrentWorkStore } from '../../session/current-work.store.ts';
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

/** What waits for what stands above it. */
type PagePart = 'routine' | 'levels' | 'end';

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

  private readonly api = inject(AcademyApi);
  private readonly lessons = inject(LessonStart);
  private readonly router = inject(Router);
  private readonly undo = inject(Undo);
  private readonly current = inject(CurrentWorkStore);
  private readonly settings = inject(SettingsStore);

  protected readonly history = loaded({
    of: () => this.studentId(),
    from: (id) => this.api.history(id).pipe(tap(({ student }) => this.current.show(workOf(student)))),
  });
  protected readonly page = computed(() => this.history.value() ?? null);
  protected readonly problem = computed(() => this.history.problem() ?? this.series.problem());
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
  private readonly hand = computed(() => this.page()?.student.handedness);
  /** The page is there without it; the sentence follows when it has been computed. */
  private readonly series = loaded({
    of: () => (this.hand() === undefined ? undefined : `${this.studentId()} ${this.hand()}`),
    from: () => this.progressOf(this.studentId(), this.hand() ?? 'right'),
  });
  private readonly tracked = computed(() => this.series.value() ?? []);
  /** What stands above the checks is not there yet: they wait for it, so that nothing moves under a finger. */
  protected readonly counting = this.series.loading;
  /** Parts come from top to bottom, each when the one above is there: nothing that is read moves. */
  private readonly parts = linkedSignal<string, ReadonlySet<PagePart>>({
    source: () => this.studentId(),
    computation: () => new Set(),
  });
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

  /** Lessons before those that are shown. */
  protected loadEarlier(id: string, after: string): void {
    this.fetchingEarlier.set(true);
    this.api
      .history(id, after)
      .pipe(finalize(() => this.fetchingEarlier.set(false)))
      .subscribe({
        next: ({ lessons, next }) =>
          this.history.change((page) =>
            page.student.id === id ? { ...page, lessons: [...page.lessons, ...lessons], next } : page,
          ),
        error: this.history.failed,
      });
  }

  private progressOf(id: string, handedness: 'right' | 'left'): Observable<readonly LineProgress[]> {
    return this.api.lines(id).pipe(
      switchMap((checks) =>
        computeProgress({ rows: linesOfChecks(checks), handedness, forecastOn: localDay(new Date()) }),
      ),
      // Where there is nothing to compute, nothing is said.
      last(null, { done: 0, of: 0, all: [] }),
      map(({ all }) => all),
    );
  }

  protected isReached(part: PagePart): boolean {
    return this.parts().has(part);
  }

  protected reached(part: PagePart): void {
    this.parts.update((parts) => new Set([...parts, part]));
  }

  protected openLine({ choice }: MatrixCell): void {
    void this.router.navigate(['/students', this.studentId(), 'progress'], {
      queryParams: { line: choice.line, clubs: choice.clubGroup },
    });
  }

  protected startLesson(): void {
    this.lessons.start(this.studentId(), localDay(new Date())).subscribe({
      next: (lessonId) => void this.router.navigate(['/lessons', lessonId]),
      error: this.history.failed,
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
      error: this.history.failed,
    });
  }
}

function workOf({ id, name, handedness }: StudentView): CurrentWork {
  return { studentId: id, studentName: name, handedness };
}
