import { computed, inject, Injectable } from '@angular/core';
import {
  ballGoalOf,
  ballHabitOf,
  ballOfCheck,
  ballsOf,
  coldChecksOf,
  isCold,
  toldChecks,
  USUAL_STATURE_M,
} from '@lotrecht/judging';
import { type BallAndStance, type BallView } from '@lotrecht/records';
import { MethodStore } from '../../../methods/method.store.ts';
import { methodIdOf } from '../../../methods/judged.ts';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { ballSentences } from './ball-words.ts';

const METRE_MM = 1000;

/** Ball, stance and distance of the check that is open: what was read, what is wanted, and what this student usually has. */
@Injectable()
export class CheckBall {
  private readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  private readonly methods = inject(MethodStore);

  readonly ball = computed((): BallAndStance => this.held.record().ball ?? {});

  /** Where the method wants it with these clubs now. */
  readonly goal = computed(() => {
    const id = methodIdOf(this.ground.judged());
    const method = this.methods.all().find((m) => m.id === id);
    return ballGoalOf(method ?? { ballTable: 'graded' }, this.ground.club().group);
  });
  /** What it is judged by: as it was noted with the readings. */
  readonly wanted = computed(() => this.ball().goal ?? this.goal());

  readonly placed = computed(() => ballOfCheck(this.held.record().ball, this.goal()));

  /** Cold set-ups before this one that had anything of it read. */
  private readonly before = computed((): readonly BallView[] => {
    const lesson = this.ground.lesson();
    const told = toldChecks(lesson?.checks ?? []).filter(({ id }) => id !== this.ground.id());
    return [...this.ground.balls(), ...ballsOf(coldChecksOf(told, lesson?.heldOn ?? ''))];
  });

  /** What was usual before today’s set-up; null where nothing was read with these clubs. */
  readonly usual = computed(() => this.habitOf(this.before()));

  /** The same with this set-up, where it is a cold one. */
  private readonly habit = computed(() => {
    const [heldOn, ball] = [this.ground.lesson()?.heldOn, this.held.record().ball];
    const counts = ball !== undefined && heldOn !== undefined && isCold(this.ground.circumstances());
    return this.habitOf([
      ...this.before(),
      ...(counts ? [{ heldOn, clubGroup: this.ground.club().group, ball }] : []),
    ]);
  });

  /** Told with the finding; nothing while it is covered, or where nothing was read. */
  readonly sentences = computed((): readonly string[] =>
    this.held.covered()
      ? []
      : ballSentences({
          ball: this.held.record().ball,
          placed: this.placed(),
          habit: this.habit(),
          usual: this.usual(),
          unit: this.ground.unit(),
        }),
  );

  /** Other clubs or another method were chosen here: something else is wanted. A method that is changed elsewhere changes nothing. */
  judgeAnew(): void {
    const { ball } = this.held.record();
    if (ball !== undefined) this.held.note({ ball: { ...ball, goal: this.goal() } });
  }

  /** Notes what was read, with what is wanted of it; null takes it back. */
  note(field: Exclude<keyof BallAndStance, 'goal'>, mm: number | null): void {
    const { [field]: _before, goal: _goal, ...others } = this.ball();
    const read = { ...others, ...(mm !== null && { [field]: mm }) };
    this.held.note({
      ball: Object.keys(read).length === 0 ? undefined : { ...read, goal: this.wanted() },
    });
  }

  private habitOf(balls: readonly BallView[]) {
    const scale =
      (this.ground.student()?.statureMm ?? USUAL_STATURE_M * METRE_MM) / METRE_MM / USUAL_STATURE_M;
    return ballHabitOf(balls, this.ground.club().group, this.wanted(), scale);
  }
}
