import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { daysOfPlan, type Weekday } from '@lotrecht/judging';
import { type PracticePlanInput, type StudentView } from '@lotrecht/records';
import { ONE_THING_WORDS } from '@lotrecht/words';
import { concatMap, from } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { type Course } from '../../data/kinds/course.ts';
import { PRACTICE_PLAN } from '../../data/kinds/practice-plan.ts';
import { RecordApi } from '../../data/record-api.ts';
import { DayField } from '../../ui/day-field.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { StudentField } from '../../ui/student-field.ts';
import { Undo } from '../../ui/undo.ts';
import { localDay } from '../../words/dates.ts';

/** Courses of the academy: each is given to several students at once, as a plan of their own. */
@Component({
  selector: 'lo-courses',
  imports: [DayField, MatButton, ProblemNote, StudentField],
  template: `
    @if (problem(); as p) {
      <lo-problem-note [problem]="p" [canRetry]="false" />
    }
    <ul>
      @for (course of courses(); track course.id) {
        <li>
          <strong>{{ course.name }}</strong>
          <span class="lo-soft">{{ textOf(course) }}</span>
          <button matButton="outlined" type="button" (click)="open(course)">Give to students</button>
          <button matButton type="button" (click)="remove(course)">Delete</button>
        </li>
      } @empty {
        <li class="lo-soft">No course yet. A plan in a lesson can be kept as one.</li>
      }
    </ul>
    @if (opened(); as course) {
      <section aria-labelledby="give-title">
        <h3 id="give-title">Give “{{ course.name }}”</h3>
        <div class="row">
          <lo-student-field label="Student" (chosen)="add($event)" />
          <lo-day-field
            label="Begins on"
            [value]="startsOn()"
            (valueChange)="startsOn.set($event || today)"
          />
        </div>
        <ul aria-label="Who gets it" class="row">
          @for (student of students(); track student.id) {
            <li>
              <button matButton="outlined" type="button" (click)="drop(student)">{{ student.name }} ✕</button>
            </li>
          }
        </ul>
        <button
          matButton="filled"
          type="button"
          [disabled]="students().length === 0 || giving()"
          (click)="give(course)"
        >
          {{ giveText() }}
        </button>
      </section>
    }
    <p role="status">{{ said() }}</p>
  `,
  styles: `
    ul {
      display: grid;
      gap: 8px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li,
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 12px;
    }
    section {
      display: grid;
      gap: 8px;
      padding: 12px;
      background: var(--lo-board);
    }
    h3,
    p {
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Courses {
  readonly courses = input.required<readonly Course[]>();
  readonly changed = output();

  protected readonly today = localDay(new Date());
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly opened = signal<Course | null>(null);
  protected readonly students = signal<readonly StudentView[]>([]);
  protected readonly startsOn = signal(this.today);
  protected readonly giving = signal(false);
  protected readonly said = signal('');
  protected readonly giveText = computed(() => {
    const n = this.students().length;
    return n === 1 ? 'Give it to one student' : `Give it to ${n} students`;
  });

  private readonly records = inject(RecordApi);
  private readonly api = inject(AcademyApi);
  private readonly undo = inject(Undo);

  protected textOf({ course }: Course): string {
    const { oneThing, weeks, days, place } = course;
    const often = days.length === 1 ? 'once a week' : `${days.length} times a week`;
    return `${ONE_THING_WORDS[oneThing]}, ${weeks} weeks, ${often}, ${place === 'range' ? 'on the range' : 'at home'}.`;
  }

  protected open(course: Course): void {
    this.opened.set(course);
    this.students.set([]);
    this.said.set('');
    this.problem.set(null);
  }

  protected add(student: StudentView | null): void {
    if (student === null || this.students().some(({ id }) => id === student.id)) return;
    this.students.update((all) => [...all, student]);
  }

  protected drop({ id }: StudentView): void {
    this.students.update((all) => all.filter((student) => student.id !== id));
  }

  /** One after the other; who was given it goes from the list, so that what failed is what is left. */
  protected give({ course, name }: Course): void {
    this.giving.set(true);
    this.problem.set(null);
    let given = 0;
    from(this.students())
      .pipe(
        concatMap((student) =>
          this.records
            .save(PRACTICE_PLAN, crypto.randomUUID(), this.planFor(student, course), null)
            .pipe(concatMap(() => from([student]))),
        ),
      )
      .subscribe({
        next: (student) => {
          given += 1;
          this.drop(student);
        },
        error: (error: unknown) => {
          this.giving.set(false);
          this.problem.set(toProblem(error));
        },
        complete: () => {
          this.giving.set(false);
          this.opened.set(null);
          this.said.set(`${name}: given to ${given} ${given === 1 ? 'student' : 'students'}.`);
        },
      });
  }

  protected remove({ id, name }: Course): void {
    this.api.remove('courses', id).subscribe({
      next: () => {
        this.changed.emit();
        this.undo.offer(name, 'courses', id, () => this.changed.emit());
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  private planFor({ id }: StudentView, { weeks, days, note, ...plan }: Course['course']): PracticePlanInput {
    const startsOn = this.startsOn();
    return {
      revision: 0,
      studentId: id,
      startsOn,
      ...(note && { note }),
      plan: {
        ...plan,
        sessions: daysOfPlan(startsOn, weeks, days as Weekday[]).map((on) => ({
          id: crypto.randomUUID(),
          on,
        })),
      },
    };
  }
}
