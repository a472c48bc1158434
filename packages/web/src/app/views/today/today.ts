import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { type TeeSheetEntry, type TodayView } from '@lotrecht/records';
import { AcademyApi } from '../../api/academy-api.ts';
import { ExchangeApi } from '../../api/exchange-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { dropHandOutDraftsOf } from '../../data/earlier-drafts.ts';
import { type CheckHere, checksHere } from '../../data/checks-on-device.ts';
import { DeviceStore } from '../../data/device-store.ts';
import { Sender } from '../../data/sender.ts';
import { fromDevice } from '../../device/on-device.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { LessonStart } from '../../lesson/lesson-start.ts';
import { clockText, dayText, localDay, weekdayText } from '../../words/dates.ts';
import { SessionStore } from '../../session/session.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { watchText } from '../../words/watch-words.ts';
import { CLUB_GROUPS, LINE_TITLES } from '../../words/words.ts';

@Component({
  selector: 'lo-today',
  imports: [MatButton, RouterLink, ProblemNote],
  templateUrl: './today.html',
  styleUrl: './today.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TodayPage {
  private readonly settings = inject(SettingsStore);
  protected readonly today = localDay(new Date());
  protected readonly view = signal<TodayView | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly dayText = dayText;
  protected readonly weekdayText = weekdayText;

  /** Each student once, seen last first, without those of today and those who are due. */
  protected readonly seenLately = computed(() => {
    const view = this.view();
    if (view === null) return [];
    const seen = new Set([...view.lessons, ...view.due].map((l) => l.studentId));
    return view.earlier.filter(({ studentId }) => !seen.has(studentId) && seen.add(studentId));
  });

  /** Lines that were in and are out again at the last lesson. */
  protected readonly relapsed = computed(() => {
    const view = this.view();
    if (view === null) return [];
    const byStudent = new Map(
      [...view.lessons, ...view.earlier, ...view.due].map((entry) => [entry.studentId, entry]),
    );
    return [...byStudent.values()].flatMap(({ studentId, studentName, flags }) =>
      flags
        .filter((f) => f.code === 'relapse')
        .map(({ line, clubGroup, date }) => ({
          key: `${studentId} ${line} ${clubGroup}`,
          studentId,
          name: studentName,
          line,
          words: `${LINE_TITLES[line]}, ${clubGroup === null ? 'club not noted' : CLUB_GROUPS[clubGroup].toLowerCase()}: out again on ${dayText(date)}`,
        })),
    );
  });

  /** Checks that are only on this device, with the student where the sheet knows them. */
  private readonly drafts = signal<readonly CheckHere[]>([]);
  protected readonly waiting = computed(() => {
    const view = this.view();
    const names = new Map(
      [...(view?.lessons ?? []), ...(view?.earlier ?? []), ...(view?.due ?? [])].map((l) => [
        l.lessonId,
        l.studentName,
      ]),
    );
    return this.drafts().map(({ checkId, lessonId, updatedAt }) => ({
      checkId,
      lessonId,
      who: names.get(lessonId) ?? 'an earlier lesson',
      typed: `${dayText(updatedAt.slice(0, 10))}, ${clockText(updatedAt)}`,
    }));
  });

  /** The first lesson without a check is what needs doing now. */
  protected readonly nextUp = computed(
    () => this.view()?.lessons.find((l) => l.checkCount === 0)?.lessonId ?? null,
  );

  private readonly device = inject(DeviceStore);
  private readonly sender = inject(Sender);
  private readonly session = inject(SessionStore);
  private readonly api = inject(AcademyApi);
  private readonly exchange = inject(ExchangeApi);
  private readonly lessons = inject(LessonStart);
  private readonly router = inject(Router);

  constructor() {
    inject(CurrentWorkStore).clear();
    this.load();
  }

  /** What to watch, in the set unit. */
  protected watch({ lastCold }: TeeSheetEntry): string {
    return watchText(lastCold, this.settings.settings().distanceUnit);
  }

  protected load(): void {
    this.problem.set(null);
    void this.showDrafts();
    // Whoever was erased elsewhere is let go of here, at the first contact.
    this.exchange.erasedStudents().subscribe({
      next: (erased) => {
        dropHandOutDraftsOf(erased);
        void fromDevice(this.device.dropOfStudents(erased), 0).then(() => this.showDrafts());
      },
      // Without a connection there is none; the next look asks again.
      error: () => undefined,
    });
    this.api.today(this.today).subscribe({
      next: (view) => this.view.set(view),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  private async showDrafts(): Promise<void> {
    this.drafts.set(await checksHere(this.sender));
  }

  /** A lesson today, with its first blind set-up planned: everything stands as the last time. */
  protected startLesson({ studentId }: TeeSheetEntry): void {
    this.lessons.start(studentId, this.today).subscribe({
      next: (lessonId) => void this.router.navigate(['/lessons', lessonId, 'begin', 'blind']),
      error: (error: unknown) => {
        const problem = toProblem(error);
        // It is asked for and recorded on the student's page.
        if (problem.code === 'consent-needed') void this.router.navigate(['/students', studentId]);
        else this.problem.set(problem);
      },
    });
  }

  protected startCheck({ lessonId }: TeeSheetEntry): void {
    void this.router.navigate(['/lessons', lessonId, 'checks', crypto.randomUUID()]);
  }
}
