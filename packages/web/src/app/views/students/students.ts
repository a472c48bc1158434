import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import { type StudentView } from '@lotrecht/records';
import {
  catchError,
  debounceTime,
  distinctUntilChanged,
  EMPTY,
  type Observable,
  Subject,
  switchMap,
  tap,
} from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { dayText, localDay } from '../../words/dates.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

/** Long enough for the next letter, short enough not to be waited for. */
const TYPING_MS = 200;

/** All students by name, a page at a time. */
@Component({
  selector: 'lo-students',
  imports: [MatButton, MatFormField, MatInput, MatLabel, MatTableModule, RouterLink, ProblemNote],
  templateUrl: './students.html',
  styleUrl: './students.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StudentsView {
  protected readonly columns = ['name', 'hand', 'instructor', 'last', 'lessons'] as const;
  protected readonly byId = (_index: number, { id }: StudentView): string => id;
  protected readonly students = signal<readonly StudentView[] | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly search = signal('');
  /** What the list that is shown was looked for with. */
  protected readonly found = signal('');
  private readonly next = signal<string | null>(null);
  protected readonly hasMore = computed(() => this.next() !== null);
  private readonly today = localDay(new Date());
  private readonly typed = new Subject<string>();

  private readonly api = inject(AcademyApi);
  protected readonly isHead = inject(SessionStore).isHead;

  constructor() {
    inject(CurrentWorkStore).clear();
    this.typed
      .pipe(
        debounceTime(TYPING_MS),
        distinctUntilChanged(),
        switchMap((find) => this.fetched(find)),
        takeUntilDestroyed(),
      )
      .subscribe();
    this.load();
  }

  protected find(text: string): void {
    this.search.set(text);
    this.typed.next(text.trim());
  }

  protected lastLessonText({ lastLessonOn }: StudentView): string {
    if (lastLessonOn === null) return 'none yet';
    return lastLessonOn === this.today ? 'today' : dayText(lastLessonOn);
  }

  protected load(): void {
    this.fetched(this.search().trim()).subscribe();
  }

  protected more(): void {
    this.fetched(this.found(), this.next() ?? '').subscribe();
  }

  /** Fetches and shows a page; what goes wrong is shown and ends nothing. */
  private fetched(find: string, after = ''): Observable<unknown> {
    this.problem.set(null);
    return this.api.students(find, after).pipe(
      tap(({ students, next }) => {
        // The next page of a list that is shown no more.
        if (after !== '' && find !== this.found()) return;
        this.students.update((before) => (after === '' ? students : [...(before ?? []), ...students]));
        this.next.set(next);
        this.found.set(find);
      }),
      catchError((error: unknown) => {
        this.problem.set(toProblem(error));
        return EMPTY;
      }),
    );
  }
}
