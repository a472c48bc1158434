import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  effect,
  inject,
  Injector,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { fromEvent, switchMap } from 'rxjs';
import { type CheckRecord } from '@lotrecht/records';
import { type Moment } from '@lotrecht/judging';
import { Caution } from '../../safety/caution.ts';
import { loaded } from '../../data/loaded.ts';
import { oneTab } from '../../data/one-tab.ts';
import { AcademyApi } from '../../api/academy-api.ts';
import { AroundLesson, type LessonAtHand } from '../../lesson/around-lesson.ts';
import { toProblem } from '../../api/problem.ts';
import { deviceFails } from '../../device/on-device.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { bearingText } from '../../ui/bearings.ts';
import { EyeStore } from '../../settings/eye.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { clockText } from '../../words/dates.ts';
import { typesText } from '../../ui/keys.ts';
import { ConflictPanel } from '../../ui/conflict-panel.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Undo } from '../../ui/undo.ts';
import { type LineKey } from '../../words/words.ts';
import { CHECK_STORES } from './check-stores.ts';
import { KeepingCheck } from './keeping.ts';
import { CheckBall } from './ball/check-ball.ts';
import { CheckGround } from './check-ground.ts';
import { HeldSetUp } from './held-set-up.ts';
import { CheckReadings } from './check-readings.ts';
import { CheckAnswers } from './check-answers.ts';
import { keptText } from './kept-text.ts';
import { CheckStore } from './check.store.ts';
import { LessonOfCheck } from './lesson-of-check.ts';
import { BlindSeries } from './series/blind-series.ts';
import { SetUpList } from './series/set-up-list.ts';
import { type BegunStep, lessonSteps } from '../../words/lesson-steps.ts';
import { conflictRows } from './conflict-rows.ts';
import { markColour, SERIES_LENGTHS } from '../../words/series.ts';
import { type FieldKey } from './readings/entry.ts';
import { FindingPanel } from './finding/finding-panel.ts';
import { OrderFirst } from './finding/order-first.ts';
import { FindingWords } from './finding/finding-words.ts';
import { Guesses } from './holds/guesses.ts';
import { NextStep } from './holds/next-step.ts';
import { Circumstances } from './ground/circumstances.ts';
import { GroundSheet } from './ground/ground-sheet.ts';
import { HoldPlan } from './holds/hold-plan.ts';
import { HoldRunner } from './holds/hold-runner.ts';
import { HoldStage } from './holds/hold-stage.ts';
import { Prompts } from './holds/prompts.ts';
import { Release } from './holds/release.ts';
import { ItemsSheet } from './items/items-sheet.ts';
import { ReadingTable } from './readings/reading-table.ts';
import { WalkInKey } from '../../sight/walk-in-key.ts';
import { StringBoard } from './board/string-board.ts';
import { WorkChange } from './work/work-change.ts';
import { WorkFelt } from './work/work-felt.ts';
import { VersionList } from './version-list.ts';

const BEFORE_THE_TAPE: readonly Moment[] = ['tape'];
const MOST_SET_UPS = Math.max(...SERIES_LENGTHS);
/** Steps that a set-up is begun in, by their name in the address. */
const BEGUN: Readonly<Record<string, BegunStep>> = { blind: 'blind', work: 'work', balls: 'balls' };

@Component({
  selector: 'lo-check',
  imports: [
    Caution,
    ConflictPanel,
    MatButton,
    Circumstances,
    FindingPanel,
    GroundSheet,
    Guesses,
    HoldPlan,
    HoldStage,
    ItemsSheet,
    NextStep,
    OrderFirst,
    ProblemNote,
    ReadingTable,
    RouterLink,
    Release,
    SetUpList,
    StringBoard,
    VersionList,
    WalkInKey,
    WorkChange,
    WorkFelt,
  ],
  templateUrl: './check.html',
  styleUrl: './check.scss',
  providers: [
    BlindSeries,
    CheckBall,
    CHECK_STORES,
    CheckStore,
    FindingWords,
    HoldRunner,
    KeepingCheck,
    LessonOfCheck,
    Prompts,
  ],
  host: { '(document:keyup)': 'letGo($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CheckPage {
  readonly lessonId = input.required<string>();
  readonly checkId = input.required<string>();
  /** The step that a new set-up is begun in, from the address. */
  readonly step = input<string>();
  /** The series that a new set-up belongs to, and its place in it, from the address. */
  readonly series = input<string>();
  readonly place = input<string>();
  /** The recorded walk-in that ended in a freeze: its hold begins at once. */
  readonly routine = input<string>();

  protected readonly store = inject(CheckStore);
  protected readonly ground = inject(CheckGround);
  protected readonly held = inject(HeldSetUp);
  protected readonly readings = inject(CheckReadings);
  protected readonly answers = inject(CheckAnswers);
  protected readonly runner = inject(HoldRunner);
  protected readonly words = inject(FindingWords);
  protected readonly blind = inject(BlindSeries);
  protected readonly lesson = inject(LessonOfCheck);
  protected readonly keeping = inject(KeepingCheck);
  protected readonly showVersions = signal(false);
  /** The screen is turned to the student: large words and one picture. */
  protected readonly turned = signal(false);
  protected readonly groundOpen = signal(false);
  protected readonly itemsOpen = signal(false);
  protected readonly phase = computed(() => this.held.run().phase);
  protected readonly opened = loaded({
    of: () => `${this.lessonId()} ${this.checkId()}`,
    from: () => {
      const [lessonId, checkId] = [this.lessonId(), this.checkId()];
      this.keeping.begin();
      return this.settings.load().pipe(
        switchMap(() => this.around.of(lessonId)),
        switchMap((atHand) => this.open(atHand, checkId)),
      );
    },
  });
  protected readonly problem = computed(() => this.keeping.failed() ?? this.opened.problem());
  /** Whose check is on the screen; null while another one is fetched: no tap falls into the one before. */
  protected readonly student = computed(() =>
    this.opened.value() === this.checkId() ? this.ground.student() : null,
  );

  protected readonly beforeTheTape = BEFORE_THE_TAPE;
  protected readonly clockText = clockText;
  protected readonly bearingText = bearingText;

  /** What another has kept meanwhile, where it differs. */
  protected readonly conflictRows = computed(() => {
    const other = this.store.conflict();
    const document = this.answers.document();
    if (other === null || document === undefined) return null;
    const mine = {
      document,
      result: this.answers.solution()?.result ?? { lines: {} },
      circumstances: this.ground.circumstances(),
      rebase: this.ground.rebase(),
      record: this.answers.savedRecord() ?? null,
    };
    return conflictRows(mine, other, this.ground.unit());
  });

  protected readonly stateText = computed(() =>
    keptText(this.store.state(), {
      savedAt: this.store.stored()?.savedAt ?? null,
      retryInS: this.store.retryInS(),
      deviceFails: deviceFails(),
    }),
  );

  protected readonly tab = oneTab({ kind: 'check', id: this.checkId, again: () => this.opened.again() });

  private readonly table = viewChild(ReadingTable);
  private readonly board = viewChild(StringBoard);
  private readonly injector = inject(Injector);
  private readonly settings = inject(SettingsStore);
  private readonly api = inject(AcademyApi);
  private readonly router = inject(Router);
  private readonly undo = inject(Undo);
  private readonly current = inject(CurrentWorkStore);
  private readonly around = inject(AroundLesson);

  constructor() {
    inject(MethodStore).load();
    inject(EyeStore).load();
    // The tape begins at the first field that is still to be read.
    effect(() => {
      if (this.phase() !== 'tape' || this.student() === null) return;
      untracked(() => {
        if (this.store.stored() === null) {
          afterNextRender(() => this.table()?.focusFirst(), { injector: this.injector });
        }
      });
    });
    fromEvent<KeyboardEvent>(inject(DOCUMENT), 'keydown')
      .pipe(takeUntilDestroyed())
      .subscribe((event) => this.act(event));
  }

  /** What is on the screen is of the address: of what was opened before, nothing comes late. */
  private async open(atHand: LessonAtHand, checkId: string): Promise<string> {
    const { lesson, student } = atHand;
    const { id: studentId, name: studentName, handedness } = student;
    const { heldOn } = lesson;
    const lessonId = lesson.id;
    this.showVersions.set(false);
    this.turned.set(false);
    this.current.show({ studentId, studentName, handedness, lessonId, heldOn, steps: lessonSteps(lesson) });
    const step = BEGUN[this.step() ?? ''];
    await this.store.open(checkId, { ...atHand, step, series: this.seriesBegun() });
    if (checkId !== this.checkId()) return checkId;
    await this.blind.open(lessonId, checkId);
    if (checkId === this.checkId()) this.freeze();
    return checkId;
  }

  /** The student stands already: one set-up, held now. A reload in the middle of it begins nothing anew. */
  private freeze(): void {
    const routineId = this.routine();
    const { record, run } = this.held;
    if (routineId === undefined || this.store.stored() !== null || this.tab.elsewhere()) return;
    if (record().routineId !== undefined || run().hold > 0) return;
    this.held.note({ routineId });
    if (this.blind.canChoose()) this.blind.choose(1);
    this.runner.begin();
  }

  private seriesBegun(): { readonly id: string; readonly place: number } | undefined {
    const [id, place] = [this.series(), Number(this.place())];
    return id !== undefined && Number.isInteger(place) && place >= 1 && place <= MOST_SET_UPS
      ? { id, place }
      : undefined;
  }

  protected keep(): void {
    this.goTo(this.keeping.keep());
  }

  protected goTo(field: FieldKey | null): void {
    if (field !== null) this.table()?.focus(field);
  }

  protected choosePriority(line: LineKey | null): void {
    this.held.note({ priority: line ?? undefined } as Partial<CheckRecord>);
  }

  private act(event: KeyboardEvent): void {
    if (typesText(event) || this.student() === null || this.tab.elsewhere()) return;
    if (this.phase() === 'hold') {
      this.actInHold(event);
      return;
    }
    const actions: Readonly<Record<string, () => void>> = {
      k: () => this.keep(),
      n: () => this.store.state() === 'kept' && this.nextCheck(),
      m: () => this.board()?.toggleMagnified(),
      v: () => this.store.stored() !== null && this.showVersions.update((shown) => !shown),
      o: () => this.groundOpen.update((open) => !open),
      i: () => this.itemsOpen.update((open) => !open),
      b: () => this.runner.begin(),
      f: () => this.blind.toTape(),
      c: () => this.runner.toPlan(),
      x: () => this.table()?.swapSides(),
      r: () => this.held.covered() && this.keeping.reveal(),
      h: () => this.board()?.asItShouldBe.set(true),
      u: () => this.answers.shown() !== null && this.turned.update((turned) => !turned),
      l: () => void this.router.navigate(['/lessons', this.lessonId()]),
    };
    actions[event.key]?.();
  }

  /** While the student stands every large key means the same: done, next. */
  private actInHold(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.runner.stepOut();
    // A button that has the focus answers these keys itself.
    const onButton = (event.target as HTMLElement | null)?.tagName === 'BUTTON';
    if (onButton || (event.key !== ' ' && event.key !== 'Enter')) return;
    event.preventDefault();
    this.runner.next();
  }

  protected letGo({ key }: KeyboardEvent): void {
    if (key === 'h') this.board()?.asItShouldBe.set(false);
  }

  protected readonly coached = computed(() => this.ground.circumstances()?.phase === 'coached');

  /** Whose marks are read, in a series. */
  protected readonly setUp = computed(() => {
    const series = this.held.series();
    return series === undefined
      ? null
      : { ...series, colour: markColour(series.place), told: this.answers.toldTogether() };
  });

  protected readonly keepTitle = computed(() => {
    if (this.store.stored() !== null) return 'Keep correction';
    if (!this.held.covered()) return 'Keep check';
    if (!this.blind.isLast()) return 'Keep set-up';
    return this.blind.mine() === null ? 'Reveal and keep' : 'Reveal the series';
  });

  /** In a series that is not revealed, its next set-up; else what is begun after this one. */
  protected nextCheck(): void {
    if (this.held.covered()) this.blind.readNext();
    else void this.router.navigate(['/lessons', this.lessonId(), 'begin', this.lesson.next().step]);
  }

  protected remove(): void {
    const id = this.checkId();
    const lesson = ['/lessons', this.lessonId()];
    this.api.remove('checks', id).subscribe({
      next: () => {
        void this.store.forget();
        void this.router.navigate(lesson);
        this.undo.offer('Check', 'checks', id, () => void this.router.navigate([...lesson, 'checks', id]));
      },
      error: (error: unknown) => this.keeping.failed.set(toProblem(error)),
    });
  }
}
