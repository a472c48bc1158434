import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { Router, RouterLink } from '@angular/router';
import { ALL_PARALLEL, routineOfMethod } from '@lotrecht/judging';
import { agreementSentences } from '@lotrecht/words';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { concat, filter, last, type Observable, switchMap, tap } from 'rxjs';
import { keptHere, withNewer } from '../../data/kept-here.ts';
import { ROUTINE, type Routine } from '../../data/kinds/routine.ts';
import { RecordApi } from '../../data/record-api.ts';
import { groundOfNext } from '../../lesson/lesson-ground.ts';
import { openedLesson } from '../../lesson/opened-lesson.ts';
import { DEFAULT_JUDGED, methodIdOf } from '../../methods/judged.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { WalkInKeys, type WalkInGround } from './walk-in-keys.ts';
import { endedBy, type WalkIn } from './walk-in.ts';
import { togetherOf } from '../../lesson/told-walk-ins.ts';

/** How the student walks in: with which help, and whether it counts as a test. */
const WAYS: Readonly<Record<string, Pick<WalkInGround, 'help' | 'phase'> & { readonly title: string }>> = {
  blind: { title: 'blind', help: 'blind', phase: 'baseline' },
  cued: { title: 'with a cue', help: 'cued', phase: 'coached' },
  rods: { title: 'with rods', help: 'rods', phase: 'coached' },
  test: { title: 'as a test', help: 'blind', phase: 'test' },
};

/** One that was asked to be kept, whether or not it has arrived. */
type RecordedHere = Pick<Routine, 'id' | 'recording'>;

/** The routine of a lesson, recorded walk-in by walk-in. */
@Component({
  selector: 'lo-recorder',
  imports: [MatFormField, MatLabel, MatOption, MatSelect, ProblemNote, RouterLink, WalkInKeys],
  templateUrl: './recorder.html',
  styleUrl: './recorder.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RecorderPage {
  readonly lessonId = input.required<string>();

  protected readonly lesson = openedLesson(this.lessonId, 'blind', ({ student }) =>
    this.loadKept(student.id),
  );
  protected readonly problem = this.lesson.problem;
  private readonly atHand = this.lesson.atHand;
  /** Kept walk-ins of this lesson, oldest first. */
  private readonly kept = signal<readonly Routine[]>([]);
  /** What the one on the screen is called; another one begins under another id. */
  protected readonly current = signal<string>(crypto.randomUUID());
  /** One that is kept and has not ended. */
  protected readonly going = computed(() => this.kept().find(({ id }) => id === this.current()) ?? null);
  /** It was asked what is kept: before, nothing is recorded over it. */
  protected readonly asked = signal(false);
  protected readonly way = signal('blind');
  protected readonly ways = Object.entries(WAYS).map(([key, { title }]) => ({ key, title }));

  private readonly methods = inject(MethodStore);
  private readonly records = inject(RecordApi);
  private readonly router = inject(Router);

  private readonly lessonGround = computed(() => {
    const at = this.atHand();
    return at === null ? null : groundOfNext(at.lesson, at.lastTimes);
  });
  private readonly method = computed(() => {
    const id = methodIdOf(this.lessonGround()?.judged ?? DEFAULT_JUDGED);
    return this.methods.all().find((m) => m.id === id) ?? ALL_PARALLEL;
  });
  protected readonly ground = computed((): WalkInGround | null => {
    const [at, ground, way] = [this.atHand(), this.lessonGround(), WAYS[this.way()]];
    if (at === null || ground === null || way === undefined) return null;
    return {
      studentId: at.student.id,
      handedness: at.student.handedness,
      lessonId: at.lesson.id,
      heldOn: at.lesson.heldOn,
      method: this.method().name,
      routine: routineOfMethod(this.method()),
      help: way.help,
      phase: way.phase,
      place: at.place?.kind ?? 'range',
      clubGroup: ground.club.group,
    };
  });
  /** Those that were asked to be kept on this device, as they were recorded: no network is waited for. */
  private readonly here = signal<readonly RecordedHere[]>([]);
  private readonly fromHere = keptHere(ROUTINE);
  /** Kept and recorded ones of this lesson, oldest first. */
  private readonly all = computed(() =>
    this.here().reduce<readonly RecordedHere[]>((all, one) => withNewer(all, one), this.kept()),
  );
  /** Which one of the lesson it is. */
  protected readonly place = computed(() => this.all().filter(({ id }) => id !== this.current()).length + 1);
  protected readonly together = computed(() => agreementSentences(togetherOf(this.all())));

  constructor() {
    this.methods.load();
    this.fromHere.kept
      .pipe(
        filter(({ lessonId }) => lessonId === this.lessonId()),
        takeUntilDestroyed(),
      )
      .subscribe((routine) => this.kept.update((all) => withNewer(all, routine)));
  }

  /** What someone else has kept stands in place of what was recorded. */
  protected take(routine: Routine): void {
    this.kept.update((all) => withNewer(all, routine));
    this.note(routine);
  }

  /** As it was recorded. */
  protected note({ id, recording }: RecordedHere): void {
    this.here.update((all) => withNewer(all, { id, recording }));
  }

  protected next(): void {
    this.current.set(crypto.randomUUID());
  }

  /** The student has frozen: the hold of a check begins, which names this walk-in. */
  protected freeze(routineId: string): void {
    void this.router.navigate(['/lessons', this.lessonId(), 'checks', crypto.randomUUID()], {
      queryParams: { step: 'blind', routine: routineId },
    });
  }

  private loadKept(student: string): Observable<unknown> {
    this.asked.set(false);
    this.kept.set([]);
    this.here.set([]);
    const lessonId = this.lessonId();
    // A last tap that was struck out before the answer came is typed over what is kept by now.
    return concat(this.fromHere.lying, this.fromHere.typedOver).pipe(
      tap((here) => {
        for (const { id, input } of here) if (input.lessonId === lessonId) this.note({ ...input, id });
      }),
      last(),
      switchMap(() => this.records.all<Routine>(ROUTINE, { student })),
      tap({
        next: (all) => {
          this.kept.set(all.filter((routine) => routine.lessonId === lessonId));
          this.goOn();
        },
        // What is recorded is kept on the device meanwhile.
        error: () => this.goOn(),
      }),
    );
  }

  /** One that has not ended goes on: what was asked for on this device holds, whatever the server has of it by now. */
  private goOn(): void {
    const going = this.all().find(
      ({ recording }) => endedBy({ events: recording.events as WalkIn['events'] }) === null,
    );
    if (going !== undefined) this.current.set(going.id);
    this.asked.set(true);
  }
}
