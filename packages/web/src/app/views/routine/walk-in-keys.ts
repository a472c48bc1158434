import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { type Approach, ROUTINE_STEPS, type RoutineDeed, type RoutineStep } from '@lotrecht/core';
import { type MethodRoutine, type Moment } from '@lotrecht/judging';
import { type ClubGroup, type RoutineInput } from '@lotrecht/records';
import { routineSentences, stepTitle } from '@lotrecht/words';
import { Caution } from '../../safety/caution.ts';
import { ROUTINE, type Routine } from '../../data/kinds/routine.ts';
import { stored } from '../../data/stored-record.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';
import { findingOf } from '../../lesson/told-walk-ins.ts';
import {
  endedBy,
  keysOf,
  NOT_BEGUN,
  quadrantsOf,
  struckOut,
  tapped,
  type TapWords,
  type WalkIn,
  walkInOf,
} from './walk-in.ts';

/** What a walk-in is recorded for. */
export interface WalkInGround {
  readonly studentId: string;
  readonly handedness: 'right' | 'left';
  readonly lessonId: string;
  readonly heldOn: string;
  /** Name of the method. */
  readonly method: string;
  readonly routine: MethodRoutine;
  readonly help: RoutineInput['recording']['help'];
  readonly phase: RoutineInput['recording']['phase'];
  readonly place: RoutineInput['recording']['place'];
  readonly clubGroup: ClubGroup;
}

const TICK_MS = 500;
/** Keys that every method has. */
const ALWAYS: readonly RoutineDeed[] = ['look', 'rehearse', 'waggle', 'go'];

const DEED_TITLES: Readonly<Partial<Record<RoutineDeed, string>>> = {
  shuffle: 'Shuffle',
  stepOut: 'Step out',
  hold: 'Freeze',
};

/** One walk-in: the step that is expected under the thumb, the others beside it, and every tap to be struck out. */
@Component({
  selector: 'lo-walk-in-keys',
  imports: [Caution, MatButton, MatFormField, MatInput, MatLabel, ReactiveFormsModule, RecordTrouble],
  templateUrl: './walk-in-keys.html',
  styleUrl: './walk-in-keys.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WalkInKeys {
  readonly id = input.required<string>();
  readonly ground = input.required<WalkInGround>();
  /** One that is kept and has not ended: its last tap was struck out. Null: a new one. */
  readonly open = input<Routine | null>(null);
  /** One that was begun on this device goes on, under its own id. */
  readonly begun = output<string>();
  /** Asked to be kept, as it stands. */
  readonly recorded = output<Pick<Routine, 'id' | 'recording'>>();
  /** What someone else has kept was taken in its place. */
  readonly taken = output<Routine>();
  readonly another = output();
  protected readonly cautions: readonly Moment[] = ['walk-in'];
  readonly frozen = output<string>();

  protected readonly record = stored(ROUTINE);
  protected readonly walkIn = signal<WalkIn>(NOT_BEGUN);
  protected readonly note = new FormControl('', { nonNullable: true });
  /** The device was asked whether one was begun here: no tap comes before the answer. */
  protected readonly ready = signal(false);
  protected readonly others = signal(false);
  protected readonly askingWhence = signal(false);
  private readonly list = viewChild<ElementRef<HTMLElement>>('list');
  private readonly nowMs = signal(Date.now());
  /** What it is called once the device was asked. */
  private opened = '';

  protected readonly steps = computed(() => this.ground().routine.steps);
  protected readonly keys = computed(() => keysOf(this.steps(), this.walkIn()));
  protected readonly ended = computed(() => endedBy(this.walkIn()));
  protected readonly asksWhence = computed(() => this.askingWhence() || this.keys().next === 'walkIn');
  protected readonly rest = computed(() =>
    ROUTINE_STEPS.filter((step) => !this.steps().includes(step) && !ALWAYS.includes(step)),
  );
  protected readonly seconds = computed(() => {
    const { startedAtMs, events } = this.walkIn();
    const last = events.at(-1)?.atS ?? 0;
    if (startedAtMs === null || this.ended() !== null) return Math.round(last);
    return Math.max(0, Math.floor((this.nowMs() - startedAtMs) / 1000));
  });
  protected readonly looks = computed(
    () => this.walkIn().events.filter(({ deed, struck }) => deed === 'look' && struck !== true).length,
  );
  protected readonly taps = computed(() =>
    this.walkIn().events.map((event) => ({
      id: event.id,
      title: `${titleOf(event.deed)}${event.lifted === true ? ', lifted' : ''}`,
      atS: Math.round(event.atS),
      struck: event.struck === true,
    })),
  );
  protected readonly said = computed(() => {
    const input = this.input();
    if (input === null || this.ended() === null) return [];
    return routineSentences(findingOf(input), this.ground().routine.expected);
  });
  protected readonly quadrants = computed(() =>
    quadrantsOf(this.ground().handedness).map((from) => ({ from, title: QUADRANT_TITLES[from] })),
  );

  constructor() {
    effect(() => {
      const [id, { lessonId, studentId }] = [this.id(), this.ground()];
      untracked(() => void this.begin(id, lessonId, studentId));
    });
    // The newest tap stays in sight; the keys stay where they are.
    afterRenderEffect(() => {
      this.taps();
      const list = this.list()?.nativeElement;
      list?.scrollTo({ top: list.scrollHeight });
    });
    const ticking = setInterval(() => this.nowMs.set(Date.now()), TICK_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(ticking));
  }

  protected titleOf(step: RoutineStep): string {
    return this.ground().routine.told.find((told) => told.step === step)?.title ?? titleOf(step);
  }

  protected tap(deed: RoutineDeed, words: TapWords = {}): void {
    if (this.ended() !== null) return;
    this.askingWhence.set(false);
    this.nowMs.set(Date.now());
    this.walkIn.update((walkIn) => tapped(walkIn, deed, { nowMs: Date.now(), ...words }));
    this.keep();
  }

  /** The next step; walking in is told with where from. */
  protected tapStep(step: RoutineStep): void {
    if (step === 'walkIn') this.askingWhence.set(true);
    else this.tap(step);
  }

  protected strike(id: string): void {
    this.walkIn.update((walkIn) => struckOut(walkIn, id));
    this.keep();
  }

  /** On the device at every tap; on the server when it has ended. */
  protected keep(): void {
    const input = this.input();
    if (input === null) return;
    // One that was sent before goes on where it is kept: another device, or a reload, finds it there.
    if (this.ended() === null && this.record.stored() === null) {
      this.record.typed(input);
      return;
    }
    this.record.save(input);
    this.recorded.emit({ id: this.opened, recording: input.recording });
    // The student stands still: the hold begins at once, and what is not sent yet goes out from the device.
    if (this.ended() === 'hold') this.frozen.emit(this.opened);
  }

  /** Once the device has this one as it ended: else it would be taken for one that was begun and goes on. */
  protected next(): void {
    void this.record.onDevice.then(() => this.another.emit());
  }

  protected takeTheirs(theirs: Routine): void {
    this.walkIn.set(walkInOf(theirs));
    this.note.setValue(theirs.note ?? '');
    this.taken.emit(theirs);
  }

  private async begin(id: string, lessonId: string, studentId: string): Promise<void> {
    if (this.opened === id) return;
    const ofLesson = (input: RoutineInput): boolean =>
      input.lessonId === lessonId && endedBy(walkInOf(input)) === null;
    const kept = this.open();
    const begun =
      kept === null
        ? await this.record.beginNew(id, { isIt: ofLesson, studentId })
        : await this.record.begin(id, kept, studentId);
    this.opened = this.record.id;
    this.ready.set(true);
    const input = begun?.input ?? kept;
    if (input === null) return;
    this.walkIn.set(walkInOf(input));
    this.note.setValue(input.note ?? '');
    if (this.opened !== id) this.begun.emit(this.opened);
  }

  /** What is kept of it; null before the first tap. */
  private input(): RoutineInput | null {
    const { startedAtMs, events } = this.walkIn();
    if (startedAtMs === null) return null;
    const { studentId, lessonId, heldOn, method, routine, help, phase, place, clubGroup } = this.ground();
    const expected = expectedOf(routine);
    const note = this.note.value.trim();
    return {
      revision: this.record.stored()?.revision ?? 0,
      studentId,
      lessonId,
      heldOn,
      startedAt: new Date(startedAtMs).toISOString(),
      ...(note !== '' && { note }),
      recording: {
        method,
        steps: [...routine.steps],
        ...(expected && { expected }),
        help,
        phase,
        place,
        clubGroup,
        events: events.map((event) => ({ ...event })),
      },
    };
  }
}

const QUADRANT_TITLES: Readonly<Record<Approach, string>> = {
  'own-ahead': 'own side, ahead',
  'far-ahead': 'far side, ahead',
  'own-behind': 'own side, behind',
  'far-behind': 'far side, behind',
};

function titleOf(deed: RoutineDeed): string {
  return DEED_TITLES[deed] ?? stepTitle(deed);
}

type Expected = NonNullable<RoutineInput['recording']['expected']>;

function expectedOf({ expected }: MethodRoutine): Expected | undefined {
  if (expected === undefined) return undefined;
  const { looks, rehearsals, overBallS } = expected;
  return {
    ...(looks && { looks: [...looks] }),
    ...(rehearsals && { rehearsals: [...rehearsals] }),
    ...(overBallS && { overBallS: [...overBallS] }),
  };
}
