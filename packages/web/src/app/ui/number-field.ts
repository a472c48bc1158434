import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { type ErrorStateMatcher } from '@angular/material/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { askAboutComma, parseLength, parseShoe } from '@lotrecht/words';

/**
 * What a number is: a length in millimetres typed in any unit, how tall somebody is in feet and inches, how long a shoe
 * is by its size, metres, degrees, or percent.
 */
export type NumberKind = 'mm' | 'cm' | 'in' | 'ft' | 'shoe' | 'm' | 'yd' | '°' | '%' | 's' | '';

/** What stands behind the label, and in what to type, where it is not the kind itself. */
const CALLED: Readonly<Partial<Record<NumberKind, string>>> = { ft: 'ft and in', shoe: 'cm or size' };

/**
 * A labelled number that is settled when left. A slip stays in its field with what to type, and out of the value.
 * Lengths come out in millimetres, distances in metres, degrees and percent as typed.
 */
@Component({
  selector: 'lo-number-field',
  imports: [MatFormField, MatInput, MatLabel, ReactiveFormsModule],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}{{ kind() === '' ? '' : ', ' + called() }}</mat-label>
      <input
        matInput
        type="text"
        inputmode="decimal"
        autocomplete="off"
        [formControl]="control"
        [errorStateMatcher]="matcher"
        [attr.aria-describedby]="id"
        (input)="whileTyped(control.value)"
        (change)="settle(control.value)"
      />
    </mat-form-field>
    <p class="slip" role="alert" [id]="id">{{ slip() }}</p>
  `,
  styleUrl: './plain-fields.scss',
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    mat-form-field {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberField {
  readonly label = input.required<string>();
  readonly kind = input.required<NumberKind>();
  readonly least = input(0);
  readonly most = input(Number.POSITIVE_INFINITY);
  /** Null while nothing was typed. */
  readonly value = input.required<number | null>();
  readonly valueChange = output<number>();
  /** Live: at every keystroke the number so far comes out, or that there is none. Such a field may be left empty. */
  readonly live = input(false);
  /** It may be left empty, and says so when it is left. */
  readonly optional = input(false);
  readonly cleared = output();

  protected readonly called = computed(() => CALLED[this.kind()] ?? this.kind());
  protected readonly slip = signal<string | null>(null);
  private readonly typed = signal<string | null>(null);
  /** Whether something stands in the field that is no such number: what is kept must wait for it. */
  readonly isWrong = computed(() => this.slip() !== null);
  protected readonly id = `slip-${crypto.randomUUID()}`;

  protected readonly shown = computed(() => {
    const value = this.value();
    return this.typed() ?? (value === null ? '' : this.textOf(value));
  });

  protected readonly control = new FormControl('', { nonNullable: true });
  protected readonly matcher: ErrorStateMatcher = { isErrorState: () => this.slip() !== null };

  constructor() {
    effect(() => {
      const shown = this.shown();
      if (this.control.value !== shown) this.control.setValue(shown, { emitEvent: false });
    });
  }

  protected whileTyped(text: string): void {
    if (!this.live()) return;
    this.typed.set(text);
    const value = this.read(text);
    if (typeof value === 'number' && value >= this.least() && value <= this.most())
      this.valueChange.emit(value);
    else this.cleared.emit();
  }

  protected settle(text: string): void {
    this.typed.set(text);
    if ((this.live() || this.optional()) && text.trim() === '') {
      this.slip.set(null);
      if (!this.live()) this.cleared.emit();
      return;
    }
    const value = this.read(text);
    if (typeof value === 'string') {
      this.slip.set(value);
      return;
    }
    const [least, most] = [this.least(), this.most()];
    if (value < least || value > most) {
      const to = Number.isFinite(most) ? ` to ${this.textOf(most)}` : ' or more';
      const what = this.kind() === 'ft' ? 'a height' : this.called() || 'a number';
      this.slip.set(`Read ${text.trim()}. Type ${what} from ${this.textOf(least)}${to}.`);
      return;
    }
    this.slip.set(null);
    this.typed.set(null);
    this.valueChange.emit(value);
  }

  private read(text: string): number | string {
    const kind = this.kind();
    if (kind === '°' || kind === '%' || kind === 's' || kind === '') {
      const asked = askAboutComma(text);
      if (asked !== null) return asked;
      const number = Number(text.replace(',', '.').replace(/[°%]/, ''));
      return text.trim() !== '' && Number.isFinite(number) ? number : `Read “${text.trim()}”. Type a number.`;
    }
    const length = kind === 'shoe' ? parseShoe(text) : parseLength(text, kind === 'ft' ? 'in' : kind);
    if (length.kind === 'value') return kind === 'm' || kind === 'yd' ? length.mm / 1000 : length.mm;
    return length.kind === 'slip' ? length.message : 'Type a number.';
  }

  /** From what comes out (mm, m) to what is shown. */
  private textOf(value: number): string {
    const factors: Readonly<Partial<Record<NumberKind, number>>> = {
      cm: 10,
      shoe: 10,
      in: 25.4,
      ft: 25.4,
      yd: 0.9144,
    };
    const inUnit = value / (factors[this.kind()] ?? 1);
    if (this.kind() !== 'ft') return String(Number(inUnit.toFixed(3)));
    const inches = Number(inUnit.toFixed(1));
    return `${Math.floor(inches / 12)} ft ${Number((inches % 12).toFixed(1))} in`;
  }
}
