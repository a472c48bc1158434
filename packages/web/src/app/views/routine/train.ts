import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { ALL_PARALLEL, routineOfMethod } from '@lotrecht/judging';
import { type TrainingGround } from '@lotrecht/records';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { AroundLesson, type LessonAtHand } from '../../lesson/around-lesson.ts';
import { groundOfNext } from '../../lesson/lesson-ground.ts';
import { workAtHand } from '../../lesson/work-at-hand.ts';
import { methodIdOf } from '../../methods/judged.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { type Practised } from '../../trainer/trainer.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Why } from '../../ui/why.ts';
import { walkInsText } from '../../words/practice-words.ts';
import { KeptTraining } from './kept-training.ts';

/** The routine trained in a lesson, on the instructor’s device: a step at a time, shown or spoken. */
@Component({
  selector: 'lo-train',
  imports: [KeptTraining, ProblemNote, RouterLink, Why],
  template: `
    <div class="page">
      @if (problem(); as p) {
        <lo-problem-note [problem]="p" (retry)="load(lessonId())" />
      }
      @if (ground(); as g) {
        <h1>Train the walk-in</h1>
        <p class="lo-soft">{{ g.method }} <lo-why [about]="['train']" /></p>
        @if (trained(); as t) {
          <p role="status">{{ t }}</p>
        }
        @for (id of [current()]; track id) {
          <lo-kept-training [id]="id" [studentId]="g.studentId" [ground]="g" (practised)="end($event)" />
        }
        <p><a [routerLink]="['/lessons', lessonId()]">To the lesson</a></p>
      } @else if (problem() === null) {
        <p class="lo-soft">Fetching the lesson …</p>
      }
    </div>
  `,
  styleUrl: './recorder.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TrainPage {
  readonly lessonId = input.required<string>();

  protected readonly problem = signal<ApiProblem | null>(null);
  /** What the one on the screen is called; another one begins under another id. */
  protected readonly current = signal<string>(crypto.randomUUID());
  protected readonly trained = signal('');
  private readonly atHand = signal<LessonAtHand | null>(null);

  private readonly methods = inject(MethodStore);
  private readonly around = inject(AroundLesson);
  private readonly work = inject(CurrentWorkStore);
  private readonly router = inject(Router);

  protected readonly ground = computed((): (TrainingGround & { readonly studentId: string }) | null => {
    const at = this.atHand();
    if (at === null) return null;
    const { judged, target } = groundOfNext(at.lesson, at.lastTimes);
    const method = this.methods.all().find(({ id }) => id === methodIdOf(judged)) ?? ALL_PARALLEL;
    const seen = at.place?.marks.map(({ name }) => name) ?? [];
    const typed = target?.name ? [target.name] : [];
    return {
      studentId: at.student.id,
      method: method.name,
      steps: routineOfMethod(method).told,
      targets: seen.length > 0 ? seen : typed,
    };
  });

  constructor() {
    this.methods.load();
    effect(() => {
      const id = this.lessonId();
      untracked(() => this.load(id));
    });
  }

  protected load(lessonId: string): void {
    this.problem.set(null);
    this.around.of(lessonId).subscribe({
      next: (atHand) => {
        this.atHand.set(atHand);
        this.work.show(workAtHand(atHand));
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected end({ done, then }: Practised): void {
    this.trained.set(`${walkInsText(done.practice)}: kept.`);
    this.current.set(crypto.randomUUID());
    if (then === 'self-check') void this.router.navigate(['/lessons', this.lessonId(), 'begin', 'blind']);
  }
}
