import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injectable,
  input,
  output,
} from '@angular/core';
import {
  DateAdapter,
  MAT_DATE_FORMATS,
  MAT_DATE_LOCALE,
  type MatDateFormats,
  NativeDateAdapter,
} from '@angular/material/core';
import {
  MatDatepicker,
  MatDatepickerInput,
  type MatDatepickerInputEvent,
  MatDatepickerToggle,
} from '@angular/material/datepicker';
import { MatError, MatFormField, MatLabel, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { dayText, localDay } from '../words/dates.ts';

const ISO = /^(\d{4})-(\d{2})-(\d{2})$/;
const DAY_FIRST = /^(\d{1,2})[./ ](\d{1,2})[./ ](\d{4})$/;

function midnight(year: number, month: number, day: number): Date {
  return new Date(year, month - 1, day);
}

/** Days as the whole application writes them; typed as 2026-11-26, 26.11.2026 or 26 Nov 2026. */
@Injectable()
class DayAdapter extends NativeDateAdapter {
  override parse(value: unknown): Date | null {
    if (typeof value !== 'string' || value.trim() === '') return null;
    const text = value.trim();
    const iso = ISO.exec(text);
    if (iso !== null) return midnight(Number(iso[1]), Number(iso[2]), Number(iso[3]));
    const dayFirst = DAY_FIRST.exec(text);
    if (dayFirst !== null) return midnight(Number(dayFirst[3]), Number(dayFirst[2]), Number(dayFirst[1]));
    // Words: `26 Nov 2026`. Digits in another order would be read month first.
    return /[a-z]/i.test(text) ? super.parse(text) : this.invalid();
  }

  override format(date: Date, format: object | string): string {
    return format === 'day' ? dayText(localDay(date)) : super.format(date, format as object);
  }

  override getFirstDayOfWeek(): number {
    return 1;
  }
}

const FORMATS: MatDateFormats = {
  parse: { dateInput: 'day' },
  display: {
    dateInput: 'day',
    monthYearLabel: { month: 'short', year: 'numeric' },
    dateA11yLabel: { day: 'numeric', month: 'long', year: 'numeric' },
    monthYearA11yLabel: { month: 'long', year: 'numeric' },
  },
};

function dateOf(day: string | null): Date | null {
  const iso = ISO.exec(day ?? '');
  return iso === null ? null : midnight(Number(iso[1]), Number(iso[2]), Number(iso[3]));
}

/** A day, typed or chosen from a calendar; in and out as YYYY-MM-DD, empty where there is none. */
@Component({
  selector: 'lo-day-field',
  imports: [
    MatDatepicker,
    MatDatepickerInput,
    MatDatepickerToggle,
    MatError,
    MatFormField,
    MatInput,
    MatLabel,
    MatSuffix,
  ],
  providers: [
    { provide: MAT_DATE_LOCALE, useValue: 'en-GB' },
    { provide: DateAdapter, useClass: DayAdapter },
    { provide: MAT_DATE_FORMATS, useValue: FORMATS },
  ],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        matInput
        [matDatepicker]="picker"
        [value]="date()"
        [min]="earliest()"
        [max]="latest()"
        (dateChange)="choose($event)"
      />
      <mat-datepicker-toggle matIconSuffix [for]="picker" />
      <mat-datepicker #picker />
      <mat-error>Type a day as 26 Nov 2026, or choose one.</mat-error>
    </mat-form-field>
  `,
  styles: `
    :host {
      display: inline-block;
    }
    mat-form-field {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DayField {
  readonly label = input.required<string>();
  readonly value = input.required<string | null>();
  readonly min = input<string | null>(null);
  readonly max = input<string | null>(null);
  /** YYYY-MM-DD, or empty. */
  readonly valueChange = output<string>();

  protected readonly date = computed(() => dateOf(this.value()));
  protected readonly earliest = computed(() => dateOf(this.min()));
  protected readonly latest = computed(() => dateOf(this.max()));
  private readonly days = inject(DateAdapter<Date>);

  /** A day that cannot be read stays in its field, and does not come out. */
  protected choose({ value, targetElement }: MatDatepickerInputEvent<Date>): void {
    const typed = (targetElement as HTMLInputElement).value.trim();
    if (value !== null && this.days.isValid(value)) this.valueChange.emit(localDay(value));
    else if (typed === '') this.valueChange.emit('');
  }
}
