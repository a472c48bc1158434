import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import {
  radiansFromDegrees,
  sideSign,
  type StandWish,
  TRESTLE_LINES,
  type TrestleLine,
  viewOnTheWay,
} from '@lotrecht/core';
import { changeOfEye, foundOfEye } from '@lotrecht/judging';
import { type PlaceMark, type PracticeDoneInput } from '@lotrecht/records';
import { asideText, type DistanceUnit, eyeFigures, eyeSentences } from '@lotrecht/words';
import { typesText } from '../ui/keys.ts';
import { LandmarkStrip } from '../ui/landmark-strip.ts';
import { atTarget } from './at-target.ts';
import { ChalkPicture } from './chalk-picture.ts';
import {
  answeredEye,
  askedScene,
  begunEye,
  COUNTS,
  type EyeQuestion,
  type EyeTask,
  type EyeTraining,
  helpAt,
  onEye,
  practiceOfEye,
  sceneOfEye,
  type SeenFrom,
  shownTurnDeg,
  targetAt,
} from './eye-training.ts';

type Eye = NonNullable<PracticeDoneInput['practice']['eye']>;

const TASKS: readonly { readonly task: EyeTask; readonly title: string }[] = [
  { task: 'side', title: 'Left or right?' },
  { task: 'square', title: 'Turn it square' },
  { task: 'point', title: 'Where does it point?' },
];
const LINE_WORDS: Readonly<Record<TrestleLine, string>> = {
  toes: 'Feet',
  knees: 'Knees',
  hips: 'Hips',
  shoulders: 'Shoulders',
  eyes: 'Eye line',
};
const FROM_WORDS: readonly { readonly from: SeenFrom; readonly title: string }[] = [
  { from: 'address', title: 'From address' },
  { from: 'behind', title: 'From behind' },
];

function askedText({ task, line }: EyeQuestion): string {
  const what =
    line === undefined ? 'the rod at the toes' : `the rod of the ${LINE_WORDS[line].toLowerCase()}`;
  if (task === 'side') return `Does ${what} point left or right of square?`;
  return task === 'square' ? `Turn ${what} until it looks square.` : `Where does ${what} point?`;
}
const HELP = {
  blind: '',
  told: 'The answer is told after each.',
  mark: 'A mark lies on the line.',
} as const;
/** Behind a student one looks so much lower than to the target, degrees. */
const BEHIND_LOWER_DEG = 10;
const STEP_DEG = 0.5;
const MOST_TURN_DEG = 12;

/** Pictures from address, answered one by one, until the eye is known: nothing is scored. */
@Component({
  selector: 'lo-eye-trainer',
  imports: [ChalkPicture, LandmarkStrip, MatButton, MatButtonToggle, MatButtonToggleGroup],
  templateUrl: './eye-trainer.html',
  styleUrl: './eye-trainer.scss',
  host: { '(document:keydown)': 'down($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EyeTrainer {
  /** One’s own feet from one’s own eyes, or somebody else’s body seen from behind. */
  readonly whose = input<'own' | 'student'>('own');
  /** The student’s eyes, club and place. */
  readonly wish = input.required<StandWish>();
  readonly unit = input.required<DistanceUnit>();
  /** One that was begun here earlier; null: none. */
  readonly training = input.required<EyeTraining | null>();
  /** What was answered at other times, oldest first. */
  readonly earlier = input<readonly Eye[]>([]);
  /** At every answer: kept by who asked. Null: given up. */
  readonly changed = output<EyeTraining | null>();
  readonly practised = output<Omit<PracticeDoneInput, 'studentId' | 'revision'>>();

  protected readonly tasks = TASKS;
  protected readonly task = signal<EyeTask>('side');
  protected readonly froms = FROM_WORDS;
  protected readonly from = signal<SeenFrom>('address');
  protected readonly lines = TRESTLE_LINES;
  protected readonly lineWords = LINE_WORDS;
  protected readonly line = signal<TrestleLine>('shoulders');
  protected readonly wanted = signal(COUNTS.side[0] ?? 20);
  protected readonly counts = computed(() => COUNTS[this.task()]);
  /** Turned by hand so far. */
  private readonly turned = signal<number | null>(null);

  protected readonly told = computed(() => ({ unit: this.unit(), carryM: this.aimed().target.distanceM }));
  protected readonly asks = computed(() => {
    const training = this.training();
    return training === null ? '' : askedText(training);
  });
  protected readonly helpText = computed(() => {
    const training = this.training();
    return training === null ? '' : HELP[helpAt(training)];
  });
  protected readonly nth = computed(() => {
    const { trials, told } = this.training() ?? { trials: [], told: false };
    return trials.length + (told ? 0 : 1);
  });
  /** The stand at the target of this picture, square. */
  private readonly aimed = computed((): StandWish => {
    const [wish, training] = [this.wish(), this.training()];
    const names = [wish.target.name, ...wish.landmarks.map(({ name }) => name)];
    return training === null ? wish : atTarget(wish, names[targetAt(training, names.length)] ?? null);
  });
  protected readonly turnDeg = computed(() => {
    const training = this.training();
    return training === null ? 0 : (this.turned() ?? shownTurnDeg(training));
  });
  private readonly turnedWish = computed((): StandWish => {
    const turn = sideSign(this.wish().handedness) * this.turnDeg();
    return { ...this.aimed(), bodyTurnDeg: turn, faceTurnDeg: turn, feltDeg: null, liftedM: 0 };
  });
  protected readonly scene = computed(() => {
    const training = this.training();
    if (training === null) return null;
    const scene = sceneOfEye(training, this.turnedWish(), this.turnDeg());
    return askedScene(scene, helpAt(training), training.told);
  });
  protected readonly view = computed(() => {
    const behind = this.training()?.from === 'behind';
    // From address one looks at the mark; from behind at the body, the target still in sight.
    if (!behind) return viewOnTheWay(this.turnedWish(), { walk: 1, look: 1 });
    const view = viewOnTheWay(this.turnedWish(), { walk: 0, look: 2 });
    return { ...view, loweredRad: view.loweredRad + radiansFromDegrees(BEHIND_LOWER_DEG) };
  });
  /** What is seen, for the strip that is tapped. */
  protected readonly marks = computed((): readonly PlaceMark[] => {
    const { target, landmarks } = this.aimed();
    return [
      { id: 'target', name: target.name, kind: 'target', distanceM: target.distanceM, bearingDeg: 0 },
      ...landmarks
        .filter(({ bearingDeg }) => Math.abs(bearingDeg) < 40)
        .map(({ name, distanceM, bearingDeg }): PlaceMark => ({
          id: name,
          name,
          kind: 'landmark',
          distanceM,
          bearingDeg,
        })),
    ];
  });
  protected readonly answerText = computed(() => {
    const last = this.training()?.trials.at(-1);
    if (this.training()?.told !== true || last === undefined) return '';
    const [was, said] = [last.turnDeg, last.answeredDeg ?? 0];
    return this.training()?.task === 'point'
      ? `It pointed ${asideText(was, this.told())}. You said ${asideText(said, this.told())}.`
      : `You left it ${asideText(said, this.told())}. The picture shows where.`;
  });
  protected readonly found = computed(() => {
    const training = this.training();
    if (training === null || training.endedAtMs === null) return null;
    const { task, from = 'address', trials } = training;
    const now: Eye = { task, from, distanceM: this.wish().target.distanceM, trials: [...trials] };
    const found = foundOfEye(now);
    if (found === null) return { sentences: ['Too few pictures to say what looks square.'], figures: '' };
    const before = this.earlier().findLast(
      (eye) => eye.task === task && (eye.from ?? 'address') === from && foundOfEye(eye) !== null,
    );
    return {
      sentences: eyeSentences(found, changeOfEye(before ?? null, now), {
        unit: this.unit(),
        carryM: now.distanceM,
      }),
      figures: eyeFigures(found, found.count),
    };
  });

  protected choose(task: EyeTask): void {
    this.task.set(task);
    this.wanted.set(COUNTS[task][0] ?? 12);
  }

  protected begin(): void {
    const chance = { nowMs: Date.now(), seed: Math.floor(Math.random() * 2 ** 31) };
    const task = this.task();
    const question: EyeQuestion =
      this.whose() === 'student'
        ? { task, from: 'behind', line: this.line() }
        : { task, from: task === 'point' ? this.from() : 'address' };
    this.changed.emit(begunEye(question, this.wanted(), chance));
  }

  protected saySide(saidRight: boolean): void {
    this.answer({ saidRight });
  }

  protected sayPoint({ pointed }: LandmarkStrip): void {
    const at = pointed();
    if (at === null) return;
    pointed.set(null);
    this.answer({ answeredDeg: Math.round(10 * at) / 10 });
  }

  protected turnBy(rightDeg: number): void {
    const to = this.turnDeg() + rightDeg;
    this.turned.set(Math.max(-MOST_TURN_DEG, Math.min(MOST_TURN_DEG, to)));
  }

  protected looksSquare(): void {
    this.answer({ answeredDeg: this.turnDeg() }, true);
  }

  protected next(): void {
    const training = this.training();
    this.turned.set(null);
    if (training !== null) this.changed.emit(onEye(training, Date.now()));
  }

  protected stop(): void {
    this.turned.set(null);
    this.changed.emit(null);
  }

  protected done(): void {
    const training = this.training();
    if (training !== null)
      this.practised.emit(practiceOfEye(training, this.wish().target.distanceM, Date.now()));
  }

  /** Left and right by the arrows; Enter says that it looks square. */
  protected down(event: KeyboardEvent): void {
    const training = this.training();
    if (training === null || training.told || training.endedAtMs !== null || typesText(event)) return;
    // The strip has arrows of its own.
    if (training.task === 'point') return;
    const right = event.key === 'ArrowRight';
    if (!right && event.key !== 'ArrowLeft') return;
    event.preventDefault();
    if (training.task === 'side') this.saySide(right);
    else this.turnBy(right ? STEP_DEG : -STEP_DEG);
  }

  private answer(answer: Parameters<typeof answeredEye>[1], keepsTurn = false): void {
    const training = this.training();
    if (training === null) return;
    const after = answeredEye(training, answer, Date.now());
    // What was left as square stays on the screen while the answer is told.
    if (!keepsTurn || !after.told) this.turned.set(null);
    this.changed.emit(after);
  }
}
