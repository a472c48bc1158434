import { computed, inject, Injectable, signal } from '@angular/core';
import { isCold, isRevealed, type SeriesPlace, seriesOf, type Tools, toolsOf } from '@lotrecht/judging';
import { type CheckRecord } from '@lotrecht/records';
import { ClockedTimesStore } from '../../lesson/clocked-times.store.ts';
import { EyeStore } from '../../settings/eye.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { ByHand } from './by-hand.ts';
import { CheckGround } from './check-ground.ts';
import { NOT_BEGUN, type Run } from './holds/run.ts';

/** How a set-up is held, hold by hold, in which series, and what was noted of it. */
@Injectable()
export class HeldSetUp {
  private readonly ground = inject(CheckGround);
  private readonly byHand = inject(ByHand);
  private readonly settings = inject(SettingsStore);
  private readonly eye = inject(EyeStore);
  private readonly clocked = inject(ClockedTimesStore);

  private readonly runNow = signal<Run>(NOT_BEGUN);
  private readonly noted = signal<CheckRecord>({});

  readonly run = this.runNow.asReadonly();
  readonly record = this.noted.asReadonly();

  /** What is read, planned and advised with. */
  readonly tools = computed((): Tools => ({
    ...toolsOf(this.settings.settings(), {
      windy: this.ground.windy(),
      eyeDeg: this.eye.uncertaintyDeg(),
    }),
    alone: this.run().alone ?? false,
    clocked: this.clocked.of(this.run().alone ?? false),
  }));

  /** The series that this set-up belongs to; undefined for one alone, and for one that was helped after all. */
  readonly series = computed(() =>
    seriesOf({ circumstances: this.ground.circumstances(), record: this.record() }),
  );

  /** A blind baseline is covered until it is revealed, so that guesses stay guesses; a series until all of it is. */
  readonly covered = computed(() => {
    const series = this.series();
    if (this.record().revealed === true || !isCold(this.ground.circumstances())) return false;
    return series === undefined
      ? !this.ground.stored()
      : !isRevealed(series, this.ground.lesson()?.checks ?? []);
  });

  goTo(run: Run): void {
    this.runNow.set(run);
    // Walking about in a check that was not begun leaves nothing behind.
    if (run.hold > 0) this.byHand.touch();
  }

  /** The holds are over: what was marked is read. */
  toTape(): void {
    this.goTo({ ...this.run(), phase: 'tape', startedAtMs: null });
  }

  /** Whether somebody holds the other bob; choosing it begins nothing. */
  beAlone(alone: boolean): void {
    this.runNow.update((run) => ({ ...run, alone }));
  }

  note(change: { readonly [K in keyof CheckRecord]?: CheckRecord[K] | undefined }): void {
    this.noted.update((record) =>
      Object.fromEntries(Object.entries({ ...record, ...change }).filter(([, value]) => value !== undefined)),
    );
    this.byHand.touch();
  }

  /** How many set-ups there are to be. Choosing it begins nothing: walking about leaves nothing behind. */
  chooseSeries(series: SeriesPlace | undefined): void {
    this.noted.update(({ series: _before, ...record }) => ({ ...record, ...(series && { series }) }));
  }

  /** As it was left, is stored, or begins. */
  show({ record, run }: { readonly record: CheckRecord; readonly run: Run }): void {
    this.noted.set(record);
    this.runNow.set(run);
  }
}
