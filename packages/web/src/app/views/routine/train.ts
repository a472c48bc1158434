import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { ALL_PARALLEL, type Moment, routineOfMethod } from '@lotrecht/judging';
import { type TrainingGround } from '@lotrecht/records';
import { Caution } from '../../safety/caution.ts';
import { groundOfNext } from '../../lesson/lesson-ground.ts';
import { openedLesson } from '../../lesson/opened-lesson.ts';
import { methodIdOf } from '../../methods/judged.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { type Practised } from '../../trainer/trainer.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Why } from '../../ui/why.ts';
import { walkInsText } from '../../words/practice-words.ts';
import { KeptTraining } from './kept-training.ts';

/** The routine trained in a lesson, on the instructor’s device: a step at a time, shown or spoken. */
@Component({
  selector: 'lo-train',
  imports: [Caution, KeptTraining, ProblemNote, RouterLink, Why],
  template: `
    <div class="page">
      @if (problem(); as p) {
        <lo-problem-note [problem]="p" (retry)="lesson.load()" />
      }
      @if (ground(); as g) {
        <h1>Train the walk-in</h1>
        <p class="lo-soft">{{ g.method }} <lo-why [about]="['train']" /></p>
        <lo-caution [moments]="cautions" [lessonId]="lessonId()" />
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

  protected readonly lesson = openedLesson(this.lessonId, 'work');
  protected readonly cautions: readonly Moment[] = ['walk-in'];
  protected readonly problem = this.lesson.problem;
  /** What the one on the screen is called; another one begins under another id. */
  protected readonly current = signal<string>(crypto.randomUUID());
  protected readonly trained = signal('');

  private readonly methods = inject(MethodStore);
  private readonly router = inject(Router);

  protected readonly ground = computed((): (TrainingGround & { readonly studentId: string }) | null => {
    const at = this.lesson.atHand();
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
  }

  protected end({ done, then }: Practised): void {
    this.trained.set(`${walkInsText(done.practice)}: kept.`);
    this.current.set(crypto.randomUUID());
    if (then === 'self-check') void this.router.navigate(['/lessons', this.lessonId(), 'begin', 'blind']);
  }
}
