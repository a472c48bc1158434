import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import { type PracticeDoneInput, type TrainingGround } from '@lotrecht/records';
import { concat, EMPTY, forkJoin, of, timer } from 'rxjs';
import { OddScale } from '../ui/odd-scale.ts';
import {
  begun,
  practiceOf,
  stepped,
  stepsOf,
  stopped,
  type Training,
  type TrainingWish,
} from './training.ts';
import { Voice } from './voice.ts';

/** What was practised, and what comes next. */
export interface Practised {
  readonly done: Omit<PracticeDoneInput, 'studentId' | 'revision'>;
  readonly then: 'end' | 'self-check';
}

const USUAL: TrainingWish = { exercise: 'looks', wanted: 6, spoken: false, beatS: null };
/** The way back behind the ball, before the next walk-in begins by itself. */
const WAY_BACK_S = 10;

/** Leads through walk-ins, a step at a time: shown, spoken, by a tap or by a beat. Ends with two taps. */
@Component({
  selector: 'lo-trainer',
  imports: [MatButton, MatButtonToggle, MatButtonToggleGroup, MatSlideToggle, OddScale],
  templateUrl: './trainer.html',
  styleUrl: './trainer.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Trainer {
  readonly ground = input.required<TrainingGround>();
  /** One that was begun here earlier; null: none. */
  readonly training = input.required<Training | null>();
  /** What the second key at the end is called. */
  readonly checkTitle = input('Check yourself');
  /** At every step: kept by who asked. Null: given up before the first walk-in had ended. */
  readonly changed = output<Training | null>();
  readonly practised = output<Practised>();

  private readonly voice = inject(Voice);
  private readonly injector = inject(Injector);
  private readonly stage = viewChild<ElementRef<HTMLElement>>('stage');

  protected readonly hasVoice = this.voice.has;
  protected readonly wish = signal<TrainingWish>(USUAL);
  protected readonly oddness = signal<number | null>(null);
  /** A beat waits until the screen was touched: a page that is opened again does not run off by itself. */
  protected readonly resting = signal(true);

  protected readonly counts = [5, 6, 7];
  protected readonly paces = [
    { beatS: null, title: 'My own pace' },
    { beatS: 3, title: 'Every 3 s' },
    { beatS: 5, title: 'Every 5 s' },
  ];

  protected readonly now = computed(() => {
    const training = this.training();
    if (training === null) return null;
    const { exercise, at, done, wanted, targets, endedAtMs } = training;
    const steps = stepsOf(this.ground(), exercise);
    const target = targets.at(-1);
    return {
      training,
      ended: endedAtMs !== null,
      walkIn: `Walk-in ${Math.min(done + 1, wanted)} of ${wanted}`,
      target,
      step: at === null ? undefined : steps[at],
      place: at === null ? '' : `${at + 1} of ${steps.length}`,
      next: at === null ? 'Next walk-in' : at + 1 < steps.length ? 'Next' : 'Walked in',
    };
  });
  /** What is said at this step, the target with the first one. */
  private readonly spokenNow = computed(() => {
    const now = this.now();
    if (now === null || now.ended) return '';
    if (now.step === undefined) return 'Back behind the ball.';
    const first = now.training.at === 0 && now.target !== undefined;
    return `${first ? `To ${now.target}. ` : ''}${now.step.cue}`;
  });

  constructor() {
    effect((onCleanup) => {
      const training = this.training();
      const words = this.spokenNow();
      if (training === null || training.endedAtMs !== null || this.resting()) return;
      const { beatS, spoken, at } = training;
      const saying = spoken ? this.voice.say(words) : EMPTY;
      const leading = untracked(() => {
        if (beatS === null) return saying.subscribe();
        const waitS = at === null ? Math.max(WAY_BACK_S, beatS) : beatS;
        // The next step waits for the beat and for the voice, whichever is later.
        return forkJoin([timer(waitS * 1000), concat(saying, of(null))]).subscribe(() => this.step());
      });
      onCleanup(() => leading.unsubscribe());
    });
  }

  protected choose(wish: Partial<TrainingWish>): void {
    this.wish.update((before) => ({ ...before, ...wish }));
  }

  protected begin(): void {
    this.oddness.set(null);
    this.resting.set(false);
    this.emit(begun(this.wish(), this.ground(), this.chance()));
  }

  /** The big key: one step on; after a page was opened again, a beat only goes on. */
  protected tap(): void {
    const waits = this.resting() && this.training()?.beatS !== null;
    this.resting.set(false);
    if (!waits) this.step();
  }

  private step(): void {
    const training = this.training();
    if (training !== null) this.emit(stepped(training, this.ground(), this.chance()));
  }

  /** Before the first walk-in has ended there is nothing to keep. */
  protected stop(): void {
    const training = this.training();
    if (training === null) return;
    this.emit(training.done === 0 ? null : stopped(training, Date.now()));
  }

  protected end(then: Practised['then']): void {
    const training = this.training();
    if (training === null) return;
    this.practised.emit({ done: practiceOf(training, this.ground().method, this.oddness()), then });
  }

  private emit(training: Training | null): void {
    this.changed.emit(training);
    // The key that was tapped may be gone: who goes by keyboard or ear stays where the step is told.
    const stay = (): void => {
      if (document.activeElement === document.body) this.stage()?.nativeElement.focus();
    };
    afterNextRender(stay, { injector: this.injector });
  }

  private chance() {
    return { nowMs: Date.now(), dice: Math.random };
  }
}
