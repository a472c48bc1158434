import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { runDifferences } from '@lotrecht/core';
import { type Moment, seenBalls, toesAfterShot } from '@lotrecht/judging';
import { type BallRunInput, type CheckView, type PlaceMark } from '@lotrecht/records';
import { ballText, type BallTold, runChangeText, runSentences, toesAfterText } from '@lotrecht/words';
import {
  type Ball,
  type BallAtHand,
  hit,
  type Run,
  struck,
  tellsMore,
  undone,
} from '../../balls/run-of-balls.ts';
import { Caution } from '../../safety/caution.ts';
import { refusedText } from '../../balls/refused-words.ts';
import { RunComputation } from '../../balls/run-computation.ts';
import { saidWind, windText } from '../../balls/winds.ts';
import { BALL_RUN, type BallRun } from '../../data/kinds/ball-run.ts';
import { type Club } from '../../data/kinds/club.ts';
import { stored } from '../../data/stored-record.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { typesText } from '../../ui/keys.ts';
import { LandmarkStrip } from '../../ui/landmark-strip.ts';
import { NumberField } from '../../ui/number-field.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';
import { CLUB_GROUPS } from '../../words/words.ts';
import { AimCard } from '../../balls/aim-card.ts';
import { GateKeys } from './gate-keys.ts';
import { RunGround } from '../../balls/run-ground.ts';

const SIDES = ['left', 'over', 'right'] as const;
const CONTACTS = ['clean', 'thin', 'heavy', 'heel', 'toe'] as const;
const USUAL_DISTANCE_M = 150;
/** No feet are turned farther. */
const MOST_TOES_DEG = 40;

/** A run of balls: three taps a ball, and what the run says so far. */
@Component({
  selector: 'lo-run-keys',
  imports: [
    Caution,
    AimCard,
    GateKeys,
    LandmarkStrip,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    NumberField,
    RecordTrouble,
    RunGround,
  ],
  providers: [RunComputation],
  templateUrl: './run-keys.html',
  styleUrl: './run-keys.scss',
  host: { '(document:keydown.u)': 'undoByKey($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunKeys {
  readonly id = input.required<string>();
  /** As it is kept; null: a new one. */
  readonly view = input.required<BallRun | null>();
  /** What a new one begins with. */
  readonly fresh = input.required<BallRunInput>();
  /** The set-up that it followed. */
  readonly check = input.required<Pick<CheckView, 'document' | 'result'> | null>();
  /** Runs of the lesson before it: it is compared with the newest of the same clubs. */
  readonly earlier = input.required<readonly BallRun[]>();
  protected readonly cautions = computed((): readonly Moment[] =>
    this.run()?.gateM === undefined ? ['balls'] : ['balls', 'gate'],
  );
  readonly handedness = input.required<'right' | 'left'>();
  readonly marks = input<readonly PlaceMark[]>([]);
  readonly bag = input<readonly Club[]>([]);
  /** What set-ups of the lesson are judged from, degrees from the target, right positive. */
  readonly startLineDeg = input(0);
  readonly kept = output<BallRun>();
  readonly startLine = output<number>();
  /** The miss is to be cured: to the work. */
  readonly cure = output();

  protected readonly record = stored(BALL_RUN);
  protected readonly run = signal<Run | null>(null);
  protected readonly atHand = signal<BallAtHand>({});
  protected readonly groundOpen = signal(false);
  protected readonly moreOpen = signal(false);
  protected readonly computation = inject(RunComputation);
  /** When its first ball was hit, UTC. */
  private startedAt = '';
  private readonly settings = inject(SettingsStore);
  protected readonly unit = computed(() => this.settings.settings().distanceUnit);

  protected readonly sides = SIDES;
  protected readonly contacts = CONTACTS;

  protected readonly groundText = computed(() => {
    const run = this.run();
    if (run === null) return '';
    const club = run.club ?? CLUB_GROUPS[run.clubGroup];
    const gate = run.gateM === undefined ? 'no gate rod' : `gate rod ${run.gateM} m ahead`;
    return [
      club,
      `carries ${run.carryM} m`,
      run.target?.name ?? 'target',
      gate,
      windText(saidWind(run)),
    ].join(' · ');
  });
  protected readonly nth = computed(() => (this.run()?.balls.length ?? 0) + 1);
  /** What is seen from the ball, the target of the run among it. */
  protected readonly seen = computed(() => {
    const target = this.run()?.target;
    const known = this.marks().find(({ name }) => name === target?.name);
    if (known !== undefined) return { marks: this.marks(), target: known };
    const alone: PlaceMark = {
      id: 'target',
      name: target?.name ?? 'Target',
      kind: 'target',
      distanceM: target?.distanceM ?? USUAL_DISTANCE_M,
      bearingDeg: 0,
    };
    return { marks: [alone], target: alone };
  });
  protected readonly seenFromTarget = computed(() => {
    const { marks, target } = this.seen();
    return marks.map(({ name, bearingDeg }) => ({ name, fromTargetDeg: bearingDeg - target.bearingDeg }));
  });
  protected readonly usualCurveM = computed(() => this.computation.answer().usualCurveM);
  private readonly told = computed((): BallTold => ({
    unit: this.unit(),
    carryM: this.run()?.carryM ?? USUAL_DISTANCE_M,
  }));
  protected readonly balls = computed(() =>
    (this.run()?.balls ?? [])
      .map((ball, n) => ({
        id: ball.id,
        n: n + 1,
        struck: ball.struck !== undefined,
        text: ballText(ball, this.told()),
      }))
      .toReversed(),
  );
  protected readonly said = computed(() => {
    const { found } = this.computation.answer();
    return found === null ? null : runSentences(found, this.handedness(), this.told());
  });
  protected readonly untilSaid = computed(() => {
    const counting = (this.run()?.balls ?? []).filter((ball) => ball.struck === undefined).length;
    if (counting === 0) return 'Three balls say something together.';
    if (counting < 3) return `${counting} of 3 balls that say something together.`;
    return 'Working out what they say …';
  });
  /** A carry or a wind that cannot be. */
  protected readonly refused = computed(() => {
    const { refused } = this.computation.answer();
    return refused === null ? null : refusedText(refused, this.run()?.carryM ?? 0);
  });
  /** Where the club on the toes pointed, from the marks’ zero as the strip has it. */
  protected readonly toesPointed = computed(() => {
    const deg = this.run()?.toesAfterDeg;
    return deg === undefined ? null : deg + this.seen().target.bearingDeg;
  });
  protected readonly toesSaid = computed(() => {
    const run = this.run();
    if (run?.toesAfterDeg === undefined) return null;
    return toesAfterText(run.toesAfterDeg, toesAfterShot(run, this.check()), this.told());
  });
  /** Beside the run before it, from three balls of either on. */
  protected readonly changes = computed(() => {
    const run = this.run();
    const before = this.earlier().findLast((earlier) => earlier.run.clubGroup === run?.clubGroup);
    if (run === null || before === undefined) return [];
    const [now, earlier] = [seenBalls(run), seenBalls(before.run)];
    if (now.length < 3 || earlier.length < 3) return [];
    return runDifferences(earlier, now).map((difference) => runChangeText(difference, this.told()));
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => void this.open(id));
    });
    effect(() => {
      const [run, check] = [this.run(), this.check()];
      if (run !== null) untracked(() => this.computation.ask({ run, check }));
    });
  }

  protected takeGround(run: Run): void {
    this.run.set(run);
    this.keep();
  }

  protected feel(felt: Ball['felt']): void {
    this.atHand.update((atHand) => ({ ...atHand, ...(felt && { felt }) }));
  }

  protected take(part: BallAtHand): void {
    this.atHand.update((atHand) => ({ ...atHand, ...part }));
  }

  /** Let go on the strip, or Enter there: the ball has come down, and the strip is as new for the next one. */
  protected landAtPointed({ pointed }: LandmarkStrip): void {
    const at = pointed();
    if (at === null || this.atHand().start === undefined) return;
    this.land({ bearingDeg: Math.round((at - this.seen().target.bearingDeg) * 10) / 10 });
    pointed.set(null);
  }

  /** The last tap of a ball: the next one begins. Where it started has to be told before. */
  protected land(finish: Ball['finish']): void {
    const [run, { start }] = [this.run(), this.atHand()];
    if (run === null || start === undefined) return;
    if (run.balls.length === 0 && this.record.stored() === null) this.startedAt = new Date().toISOString();
    this.run.set(hit(run, crypto.randomUUID(), { ...this.atHand(), start, finish }));
    this.atHand.set({});
    this.keep();
  }

  protected takeCarry(carryM: number): void {
    this.atHand.update((atHand) => ({ ...atHand, carryM }));
  }

  protected withoutCarry(): void {
    this.atHand.update(({ carryM: _before, ...atHand }) => atHand);
  }

  /** Let go on its strip, or Enter there. */
  protected takeToes(pointed: number | null): void {
    const run = this.run();
    if (run === null || pointed === null) return;
    const deg = Math.round((pointed - this.seen().target.bearingDeg) * 10) / 10;
    this.run.set({ ...run, toesAfterDeg: Math.max(-MOST_TOES_DEG, Math.min(MOST_TOES_DEG, deg)) });
    this.keep();
  }

  protected undo(): void {
    const run = this.run();
    if (run === null || run.balls.length === 0) return;
    const back = undone(run);
    this.run.set(back.run);
    this.atHand.set(back.atHand);
    this.keep();
  }

  protected undoByKey(event: Event): void {
    if (!typesText(event as KeyboardEvent)) this.undo();
  }

  /** Aimed off for, or cured by work on the set-up and the swing: kept with the run. */
  protected choose(missBy: NonNullable<Run['missBy']>): void {
    const run = this.run();
    if (run === null) return;
    this.run.set({ ...run, missBy });
    this.keep();
    if (missBy === 'cure') this.cure.emit();
  }

  protected strike(id: string, reason: Ball['struck']): void {
    const run = this.run();
    if (run === null) return;
    this.run.set(struck(run, id, reason));
    this.keep();
  }

  /** On the server from the first ball on; what is not sent yet is on the device. */
  protected keep(): void {
    const run = this.run();
    if (run === null) return;
    const input: BallRunInput = {
      ...(this.view() === null ? this.fresh() : BALL_RUN.toInput(this.view() as BallRun)),
      revision: this.record.stored()?.revision ?? 0,
      startedAt: this.startedAt,
      run,
    };
    if (run.balls.length === 0 && this.record.stored() === null) this.record.typed(input);
    else this.record.save(input).subscribe((kept) => this.kept.emit(kept));
  }

  /** One that was begun on this device for the lesson goes on. */
  private async open(id: string): Promise<void> {
    const [view, fresh] = [this.view(), this.fresh()];
    const begun =
      view === null
        ? await this.record.beginNew(id, {
            isIt: ({ lessonId }) => lessonId === fresh.lessonId,
            studentId: fresh.studentId,
          })
        : await this.record.begin(id, view, fresh.studentId);
    const shown = begun?.input ?? view ?? fresh;
    this.startedAt = shown.startedAt;
    this.run.set(shown.run);
    this.groundOpen.set(view === null && begun === null);
    this.moreOpen.set([shown.run, ...this.earlier().map(({ run }) => run)].some(tellsMore));
  }
}
