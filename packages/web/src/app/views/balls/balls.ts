import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { toldChecks, USUAL_GATE_M } from '@lotrecht/judging';
import { type BallRunInput } from '@lotrecht/records';
import { filter, tap, type Observable } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { type Run, USUAL_CARRY_M } from '../../balls/run-of-balls.ts';
import { BALL_RUN, type BallRun } from '../../data/kinds/ball-run.ts';
import { keptHere, withNewer } from '../../data/kept-here.ts';
import { RecordApi } from '../../data/record-api.ts';
import { groundOfNext, keepLessonGround } from '../../lesson/lesson-ground.ts';
import { openedLesson } from '../../lesson/opened-lesson.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Undo } from '../../ui/undo.ts';
import { Why } from '../../ui/why.ts';
import { RunKeys } from './run-keys.ts';

/** The balls of a lesson, run by run, beside the set-up that each followed. */
@Component({
  selector: 'lo-balls',
  imports: [MatButton, ProblemNote, RouterLink, RunKeys, Why],
  templateUrl: './balls.html',
  styleUrl: './balls.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BallsPage {
  readonly lessonId = input.required<string>();

  protected readonly lesson = openedLesson(this.lessonId, 'balls', ({ student }) =>
    this.loadRuns(student.id),
  );
  protected readonly atHand = this.lesson.atHand;
  protected readonly problem = this.lesson.problem;
  /** Kept runs of the student, oldest first; null until it was asked. */
  private readonly all = signal<readonly BallRun[] | null>(null);
  /** What the run on the screen is called. */
  protected readonly current = signal('');
  /** The part of the page for one run: it stays while its run is kept for the first time. */
  protected readonly shown = signal('');
  /** The run on the screen as it was kept when it was opened. */
  protected readonly opened = signal<BallRun | null>(null);

  private readonly records = inject(RecordApi);
  private readonly academy = inject(AcademyApi);
  private readonly router = inject(Router);
  private readonly undo = inject(Undo);

  constructor() {
    keptHere(BALL_RUN)
      .kept.pipe(
        filter(({ studentId }) => studentId === this.atHand()?.student.id),
        takeUntilDestroyed(),
      )
      .subscribe((run) => this.heard(run));
  }

  private readonly own = computed(
    () => this.all()?.filter(({ lessonId }) => lessonId === this.lessonId()) ?? [],
  );
  protected readonly nth = computed(() => {
    const at = this.own().findIndex(({ id }) => id === this.current());
    return at < 0 ? this.own().length + 1 : at + 1;
  });
  /** The newest set-up of the lesson that was told when the run began. */
  protected readonly check = computed(() => {
    const checks = toldChecks(this.atHand()?.lesson.checks ?? []);
    const named = this.opened()?.checkId;
    return checks.find(({ id }) => id === named) ?? checks.at(-1) ?? null;
  });
  /** Runs of the lesson before the one on the screen, oldest first. */
  protected readonly earlier = computed(() => this.own().slice(0, this.nth() - 1));
  /** What a new run begins with: the lesson’s club and target, and what the run before it had. */
  protected readonly fresh = computed((): BallRunInput | null => {
    const at = this.atHand();
    if (at === null) return null;
    const { club, target } = groundOfNext(at.lesson, at.lastTimes);
    const last = this.all()?.findLast(({ run }) => run.clubGroup === club.group)?.run;
    const lastHere = this.own().at(-1)?.run;
    const newest = toldChecks(at.lesson.checks).at(-1);
    return {
      revision: 0,
      studentId: at.student.id,
      lessonId: at.lesson.id,
      ...(newest && { checkId: newest.id }),
      hitOn: at.lesson.heldOn,
      startedAt: new Date().toISOString(),
      run: {
        clubGroup: club.group,
        ...(club.name !== undefined && { club: club.name }),
        carryM: last?.carryM ?? USUAL_CARRY_M[club.group],
        target: { ...target },
        ...gateOf(lastHere),
        windRightMs: lastHere?.windRightMs ?? 0,
        windAheadMs: lastHere?.windAheadMs ?? 0,
        help: 'cued',
        place: at.place?.kind ?? 'range',
        balls: [],
      },
    };
  });
  /** Where a shape or wind wants the ball to start, as the lesson goes on with it. */
  protected readonly startLineDeg = linkedSignal(() => {
    const at = this.atHand();
    return at === null ? 0 : (groundOfNext(at.lesson, at.lastTimes).startLineDeg ?? 0);
  });
  protected readonly ready = computed(() => this.all() !== null && this.fresh() !== null);

  /** The next set-ups of the lesson are judged from there; told to the lesson on this device. */
  protected judgeFrom(startLineDeg: number): void {
    const at = this.atHand();
    if (at === null) return;
    keepLessonGround(at.lesson.id, { ...groundOfNext(at.lesson, at.lastTimes), startLineDeg });
    this.startLineDeg.set(startLineDeg);
  }

  protected toWork(): void {
    void this.router.navigate(['/lessons', this.lessonId(), 'begin', 'work']);
  }

  protected take(run: BallRun): void {
    this.heard(run);
    this.current.set(run.id);
  }

  /** Also one whose answer comes when the next run has begun. */
  private heard(run: BallRun): void {
    this.all.update((all) => withNewer(all ?? [], run));
  }

  protected another(): void {
    this.opened.set(null);
    this.current.set(crypto.randomUUID());
    this.shown.set(this.current());
  }

  protected readonly isKept = computed(() => this.own().some(({ id }) => id === this.current()));

  protected remove(): void {
    const id = this.current();
    const student = this.atHand()?.student.id ?? '';
    this.academy.remove('ball-runs', id).subscribe({
      next: () => {
        this.loadRuns(student).subscribe();
        this.undo.offer('Run', 'ball-runs', id, () => this.loadRuns(student).subscribe());
      },
      error: this.lesson.failed,
    });
  }

  private loadRuns(student: string): Observable<unknown> {
    const show = (all: readonly BallRun[]): void => {
      this.all.set(all);
      const last = this.own().at(-1) ?? null;
      this.opened.set(last);
      this.current.set(last?.id ?? crypto.randomUUID());
      this.shown.set(this.current());
    };
    return this.records.all<BallRun>(BALL_RUN, { student }).pipe(
      tap({
        next: show,
        // What is tapped is kept on the device meanwhile.
        error: () => show([]),
      }),
    );
  }
}

/** The gate of the run before stays where it was; the first one of a lesson has the usual one. */
function gateOf(before: Run | undefined): Pick<Run, 'gateM'> {
  const gateM = before === undefined ? USUAL_GATE_M : before.gateM;
  return gateM === undefined ? {} : { gateM };
}
