import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { type StudentView } from '@lotrecht/contract';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { dayText, localDay } from '../../ui/dates.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

/** Letters without case and accents, so that "lindqvärn" finds Lindqvarn. */
function folded(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\p{Diacritic}/gu, '')
    .toLocaleLowerCase();
}

@Component({
  selector: 'lo-students',
  imports: [MatButton, MatFormField, MatInput, MatLabel, RouterLink, ProblemNote],
  templateUrl: './students.html',
  styleUrl: './students.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StudentsView {
  protected readonly students = signal<readonly StudentView[] | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly search = signal('');
  private readonly today = localDay(new Date());

  protected readonly found = computed(() => {
    const wanted = folded(this.search().trim());
    return (this.students() ?? []).filter((s) => folded(s.name).includes(wanted));
  });

  private readonly api = inject(AcademyApi);
  protected readonly isHead = inject(SessionStore).isHead;

  constructor() {
    inject(CurrentWorkStore).clear();
    this.load();
  }

  protected lastLessonText({ lastLessonOn }: StudentView): string {
    if (lastLessonOn === null) return 'none yet';
    return lastLessonOn === this.today ? 'today' : dayText(lastLessonOn);
  }

  protected load(): void {
    this.problem.set(null);
    this.api.students().subscribe({
      next: (students) => this.students.set(students),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
