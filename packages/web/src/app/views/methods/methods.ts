import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type MethodDocument, settingGeometry, SHIPPED_METHODS } from '@lotrecht/contract';
import { kindOfLine } from '@lotrecht/core';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { LINE_TITLES, type LineKey } from '../../ui/words.ts';

/** What the schools dispute, as it is asked. */
const SETTINGS: Readonly<Record<MethodDocument['settings'][number]['setting'], string>> = {
  mark: 'Mark',
  first: 'What comes first',
  grip: 'Grip',
  feet: 'Feet',
  flare: 'Flared feet',
  'own-side': 'Err',
  shape: 'Shape of the shot',
  'face-reference': 'Face by its',
  'ball-table': 'Ball position',
  motion: 'Motion',
};

/** The widest tolerance that is drawn to scale, degrees; free feet reach beyond. */
const DRAWN_DEG = 5;

/** The shipped methods: what each lays, orders and judges, and why. */
@Component({
  selector: 'lo-methods',
  imports: [RouterLink],
  templateUrl: './methods.html',
  styleUrl: './methods.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MethodsView {
  /** From the address; the default method without. */
  readonly methodId = input<string>();

  protected readonly methods = SHIPPED_METHODS;
  protected readonly method = computed(
    () => SHIPPED_METHODS.find((m) => m.id === this.methodId()) ?? SHIPPED_METHODS[0],
  );

  /** Every line of the order with its tolerance as words and as a bar to scale. */
  protected readonly lines = computed(() => {
    const method = this.method();
    return (method?.order ?? []).flatMap((line) => {
      const tolerance = method?.tolerancesDeg[line];
      if (tolerance === undefined) return [];
      const [lo, hi] = tolerance;
      const share = (deg: number): number =>
        50 + (50 * Math.max(-DRAWN_DEG, Math.min(DRAWN_DEG, deg))) / DRAWN_DEG;
      return [
        {
          title: LINE_TITLES[line],
          words: toleranceText(line, lo, hi),
          // Free feet reach beyond what is drawn: no end is shown there.
          ends: { low: lo >= -DRAWN_DEG, high: hi <= DRAWN_DEG },
          left: share(lo),
          width: share(hi) - share(lo),
          goal: share(method?.goalsDeg?.[line] ?? 0),
        },
      ];
    });
  });

  protected readonly settings = computed(() => {
    const method = this.method();
    return (method?.settings ?? []).map(({ setting, choice, reason }) => ({
      title: SETTINGS[setting],
      choice,
      reason,
      figures: method === undefined ? [] : settingGeometry(method, setting).map(figureText),
    }));
  });

  constructor() {
    inject(CurrentWorkStore).clear();
  }
}

/** A tolerance in the words of its line. @example "2.0° open to 2.0° closed" */
function toleranceText(line: LineKey, lo: number, hi: number): string {
  const [below, above] = kindOfLine(line) === 'body' ? ['open', 'closed'] : ['closed', 'open'];
  const side = (deg: number): string =>
    deg === 0 ? 'square' : `${Math.abs(deg).toFixed(1)}° ${deg < 0 ? below : above}`;
  return `${side(lo)} to ${side(hi)}`;
}

function figureText({ says, value, unit }: ReturnType<typeof settingGeometry>[number]): string {
  const digits = Math.abs(value) < 1 ? 2 : Math.abs(value) < 20 ? 1 : 0;
  return `${says} ${value.toFixed(digits)}${unit === '°' ? '°' : ` ${unit}`}`;
}
