import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { routineOfMethod, settingGeometry } from '@lotrecht/judging';
import { type MethodDocument, type MethodView } from '@lotrecht/records';
import { signWords } from '@lotrecht/core';
import { expectedText } from '@lotrecht/words';
import { AcademyApi } from '../../api/academy-api.ts';
import { toProblem } from '../../api/problem.ts';
import { METHOD } from '../../data/kinds/method.ts';
import { stored } from '../../data/stored-record.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';
import { Undo } from '../../ui/undo.ts';
import { LINE_TITLES, type LineKey } from '../../words/words.ts';
import { MethodForm } from './method-form.ts';

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

/** The methods: what each lays, orders and judges, and why. Shipped ones are copied, own ones changed. */
@Component({
  selector: 'lo-methods',
  imports: [RecordTrouble, MatButton, MethodForm, RouterLink],
  templateUrl: './methods.html',
  styleUrl: './methods.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MethodsView {
  /** From the address; the default method without. */
  readonly methodId = input<string>();

  private readonly store = inject(MethodStore);
  private readonly api = inject(AcademyApi);
  private readonly router = inject(Router);
  private readonly undo = inject(Undo);

  protected readonly methods = computed(() => this.store.all());
  protected readonly method = computed(
    () => this.methods().find((m) => m.id === this.methodId()) ?? this.methods()[0],
  );
  protected readonly routine = computed(() => {
    const method = this.method();
    return method === undefined ? null : routineOfMethod(method);
  });
  protected readonly expected = computed(() => expectedText(this.method()?.routineExpected ?? {}));
  /** The own method that is shown; undefined for a shipped one, which is only read and copied. */
  protected readonly own = computed(() => this.store.own().find((m) => m.method.id === this.method()?.id));
  protected readonly record = stored(METHOD);
  protected readonly problem = this.record.problem;
  /** The change that is open; another method closes it. */
  protected readonly changing = linkedSignal({
    source: () => this.method()?.id,
    computation: (): { id: string; revision: number; method: MethodDocument } | null => null,
  });

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
    this.store.load();
  }

  /** A copy begins as the method is, under a name of its own. */
  protected copy(method: MethodDocument): void {
    const name = `${method.name}, ours`.slice(0, 80);
    this.begin({ id: crypto.randomUUID(), revision: 0, method: { ...method, name } }, null);
  }

  protected change(): void {
    const own = this.own();
    if (own !== undefined) this.begin(own, own);
  }

  /** What was typed over it earlier and not kept stands in the fields. */
  private begin(method: MethodView, kept: MethodView | null): void {
    void this.record.begin(method.id, kept).then((earlier) => {
      if (this.record.id === method.id)
        this.changing.set(earlier === null ? method : { ...method, method: earlier.input.method });
    });
  }

  protected typed(method: MethodDocument): void {
    const changing = this.changing();
    if (changing !== null) this.record.typed({ revision: changing.revision, method });
  }

  protected keep(method: MethodDocument): void {
    const changing = this.changing();
    if (changing === null) return;
    this.record.save({ revision: changing.revision, method }).subscribe((saved) => this.shown(saved));
  }

  protected giveUp(): void {
    this.record.forget();
    this.changing.set(null);
  }

  protected shown(saved: MethodView): void {
    this.store.take(saved);
    this.changing.set(null);
    void this.router.navigate(['/methods', saved.method.id]);
  }

  protected remove({ id, method }: { id: string; method: MethodDocument }): void {
    this.api.remove('methods', id).subscribe({
      next: () => {
        this.store.reload();
        void this.router.navigate(['/methods']);
        this.undo.offer(method.name, 'methods', id, () => this.store.reload());
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}

/** A tolerance in the words of its line. @example "2.0° open to 2.0° closed" */
function toleranceText(line: LineKey, lo: number, hi: number): string {
  const [below, above] = signWords(line);
  const side = (deg: number): string =>
    deg === 0 ? 'square' : `${Math.abs(deg).toFixed(1)}° ${deg < 0 ? below : above}`;
  return `${side(lo)} to ${side(hi)}`;
}

function figureText({ says, value, unit }: ReturnType<typeof settingGeometry>[number]): string {
  const digits = Math.abs(value) < 1 ? 2 : Math.abs(value) < 20 ? 1 : 0;
  return `${says} ${value.toFixed(digits)}${unit === '°' ? '°' : ` ${unit}`}`;
}
