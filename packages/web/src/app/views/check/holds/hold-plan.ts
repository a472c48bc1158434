import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { momentsOfHold } from '@lotrecht/judging';
import { Caution } from '../../../safety/caution.ts';
import { LINE_TITLES } from '../../../words/words.ts';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { CheckReadings } from '../check-readings.ts';
import { Circumstances } from '../ground/circumstances.ts';
import { entryTitle } from '../readings/entry.ts';
import { keepUsual, type PlanName, readUsual, type UsualReadings } from '../../../lesson/usual-readings.ts';
import { HoldRunner } from './hold-runner.ts';
import { allInOrder } from './plan.ts';
import { type Run } from './run.ts';
import { BlindSeries } from '../series/blind-series.ts';
import { markColour, SERIES_LENGTHS } from '../../../words/series.ts';
import { WayChoice } from '../readings/way-choice.ts';

const PRESETS: readonly { readonly name: PlanName; readonly title: string }[] = [
  { name: 'quick', title: 'Quick: face and feet' },
  { name: 'method', title: 'The method’s lines' },
  { name: 'all', title: 'All seven' },
  { name: 'rule-out', title: 'To rule it out' },
];

const PROMPTS: readonly (readonly [UsualReadings['prompts'], string])[] = [
  ['tones', 'Tones'],
  ['spoken', 'Spoken'],
  ['silent', 'Silent'],
];
const HANDS: readonly (readonly [boolean, string])[] = [
  [false, 'With a helper'],
  [true, 'Alone'],
];
const PACES: readonly (readonly [Run['pace'], string])[] = [
  ['clock', 'Cards by the clock'],
  ['taps', 'Cards by tapping'],
];

/** One of a few, as a row of buttons. */
function choiceOf<T>(
  label: string,
  options: readonly (readonly [T, string])[],
  chosen: T,
  choose: (value: T) => void,
) {
  return {
    label,
    options: options.map(([value, title]) => ({ title, on: value === chosen, choose: () => choose(value) })),
  };
}

/** Before the student stands: which lines are read and how, over which holds. */
@Component({
  selector: 'lo-hold-plan',
  imports: [Caution, Circumstances, WayChoice],
  templateUrl: './hold-plan.html',
  styleUrl: './hold-plan.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HoldPlan {
  protected readonly ground = inject(CheckGround);
  protected readonly held = inject(HeldSetUp);
  protected readonly readings = inject(CheckReadings);
  protected readonly runner = inject(HoldRunner);
  protected readonly series = inject(BlindSeries);
  readonly groundAsked = output();

  protected readonly lengths = SERIES_LENGTHS;
  protected readonly colour = computed(() => markColour(this.series.mine()?.place ?? 1));

  protected readonly presets = PRESETS;
  protected readonly chosenPlan = signal<PlanName>(readUsual().plan);
  /** How the holds go: what prompts, whose hands there are, what moves the cards on. */
  protected readonly choices = computed(() => [
    choiceOf('Prompts', PROMPTS, this.runner.prompting(), (p) => this.runner.choosePrompts(p)),
    choiceOf('Hands', HANDS, this.runner.alone(), (alone) => this.runner.chooseHands(alone)),
    choiceOf('Cards move on', PACES, this.runner.pace(), (pace) => this.runner.choosePace(pace)),
  ]);

  /** What the hold that comes next can hurt by. */
  protected readonly moments = computed(() => momentsOfHold(this.runner.ahead()[0]?.entries ?? []));

  protected readonly choosing = signal(false);
  /** The same in a line, while nobody changes it. */
  protected readonly howTold = computed(() =>
    this.choices()
      .flatMap(({ options }) => options.filter(({ on }) => on).map(({ title }) => title))
      .join(' · '),
  );

  protected readonly looking = computed(() => this.readings.entries().some((e) => e.look));

  protected readonly rows = computed(() => {
    const entries = this.readings.entries().filter((e) => !e.look);
    return allInOrder(this.ground.rules().order).map((line) => {
      const of = entries.filter((e) => e.line === line);
      const [first] = of;
      return {
        line,
        title: LINE_TITLES[line],
        on: first !== undefined,
        id: first?.id ?? '',
        way: first && { by: first.by, rod: first.rod },
        times: of.length > 1 ? `× ${of.length}` : '',
      };
    });
  });

  protected readonly holds = computed(() =>
    this.runner.holds().map(({ hold, entries, seconds }) => ({
      hold,
      seconds,
      lines: entries.map((e) => entryTitle(e).toLowerCase()).join(', '),
      held: hold <= this.held.run().hold,
    })),
  );

  protected chooseSeries(length: number): void {
    keepUsual({ series: length });
    this.series.choose(length);
  }

  protected choose(plan: PlanName): void {
    this.chosenPlan.set(plan);
    this.readings.plan.choosePlan(plan);
  }
}
