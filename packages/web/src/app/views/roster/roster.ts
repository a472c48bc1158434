import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { MatSort, MatSortModule, type Sort } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { type InstructorView, type RosterEntry } from '@lotrecht/records';
import { AccountApi } from '../../api/account-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { RosterApi } from '../../api/roster-api.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { dayText, localDay } from '../../words/dates.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { LINE_TITLES } from '../../words/words.ts';
import { Cohort } from './cohort.ts';
import { flagsText, outText } from './standing-words.ts';

const NO_FILTER = { sort: 'due', instructor: '', due: '', flag: '', out: '', method: '' };

/** The whole academy for its head: who is due, who has relapsed, how groups stand, who instructs whom. */
@Component({
  selector: 'lo-roster',
  imports: [
    Cohort,
    MatButton,
    MatFormField,
    MatLabel,
    MatOption,
    MatSelect,
    MatSortModule,
    MatTableModule,
    ProblemNote,
    RouterLink,
  ],
  templateUrl: './roster.html',
  styleUrls: ['../../ui/plain-fields.scss', '../../ui/plain-table.scss', './roster.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RosterPage {
  private readonly api = inject(RosterApi);
  private readonly account = inject(AccountApi);
  private readonly methodStore = inject(MethodStore);

  private readonly sorting = viewChild(MatSort);
  protected readonly columns = ['name', 'due', 'last', 'relapsed', 'out', 'instructor'] as const;
  protected readonly byId = (_index: number, { studentId }: RosterEntry): string => studentId;
  protected readonly today = localDay(new Date());
  protected readonly lines = Object.entries(LINE_TITLES);
  protected readonly choice = signal(NO_FILTER);
  protected readonly entries = signal<readonly RosterEntry[] | null>(null);
  private readonly next = signal<string | null>(null);
  protected readonly behind = signal(0);
  protected readonly instructors = signal<readonly InstructorView[]>([]);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly said = signal('');
  protected readonly hasMore = computed(() => this.next() !== null);
  protected readonly methods = computed(() => this.methodStore.all().map(({ id, name }) => ({ id, name })));
  /** To whom students can go. */
  protected readonly open = computed(() => this.instructors().filter((i) => !i.suspended));
  protected readonly rows = computed(() =>
    (this.entries() ?? []).map((entry) => ({
      ...entry,
      due: entry.dueOn === null ? 'no lesson yet' : dayText(entry.dueOn),
      isDue: entry.dueOn !== null && entry.dueOn <= this.today,
      seen: entry.lastLessonOn === null ? '–' : dayText(entry.lastLessonOn),
      flagsText: flagsText(entry.flags),
      outText: outText(entry.out),
    })),
  );

  /** Whose move waits for an answer about links that are open. */
  protected readonly asked = signal<{
    readonly entry: RosterEntry;
    readonly to: InstructorView;
    readonly title: string;
  } | null>(null);

  constructor() {
    inject(CurrentWorkStore).clear();
    this.methodStore.load();
    this.account.instructors().subscribe({
      next: (instructors) => this.instructors.set(instructors),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
    this.load();
  }

  /** The server orders all students, not this page of them, and each column one way: what matters first. */
  protected sortBy({ active }: Sort): void {
    const sort = this.sorting();
    if (sort !== undefined) sort.direction = 'asc';
    if (active !== this.choice().sort) this.change({ sort: active });
  }

  protected change(change: Partial<typeof NO_FILTER>): void {
    this.choice.update((choice) => ({ ...choice, ...change }));
    this.load();
  }

  /** @param after behind which the next page begins; absent: from the first */
  protected load(after = ''): void {
    this.problem.set(null);
    const asked = this.choice();
    this.api.page({ ...asked, after }).subscribe({
      next: ({ entries, next, behind }) => {
        // An answer to what is not asked any more.
        if (asked !== this.choice()) return;
        this.entries.update((before) => (after === '' ? entries : [...(before ?? []), ...entries]));
        this.next.set(next);
        this.behind.set(behind);
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected more(): void {
    this.load(this.next() ?? '');
  }

  /** With all their history; chosen back, it is as before. */
  protected move(entry: RosterEntry, instructorId: string, links?: 'keep' | 'close'): void {
    const to = this.instructors().find((i) => i.id === instructorId);
    if (to === undefined || to.id === entry.instructor.id) return;
    this.problem.set(null);
    this.asked.set(null);
    this.api.move(entry.studentId, to.id, links).subscribe({
      next: () => {
        this.entries.update(
          (all) =>
            all?.map((e) =>
              e.studentId === entry.studentId ? { ...e, instructor: { id: to.id, name: to.name } } : e,
            ) ?? null,
        );
        this.said.set(`${entry.name} is with ${to.name} now.`);
      },
      error: (error: unknown) => {
        const problem = toProblem(error);
        if (problem.code === 'links-open') this.asked.set({ entry, to, title: problem.title });
        else this.problem.set(problem);
        // What is shown must be what is.
        this.load();
      },
    });
  }
}
