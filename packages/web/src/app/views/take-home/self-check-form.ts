import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type SelfCheckInput, type StudentLinkPage } from '@lotrecht/records';
import { degreesFromRadians } from '@lotrecht/core';
import { localDay } from '../../words/dates.ts';
import { NumberField } from '../../ui/number-field.ts';
import { type Side, type TypedSelfCheck } from './typed-self-check.ts';

/** What a student reads at home: two tape readings, where the club points, or a drill that was done. */
@Component({
  selector: 'lo-self-check-form',
  imports: [MatButton, MatFormField, MatLabel, MatOption, MatSelect, NumberField],
  templateUrl: './self-check-form.html',
  styleUrls: ['../../ui/plain-fields.scss', './self-check-form.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SelfCheckForm {
  readonly page = input.required<StudentLinkPage>();
  readonly typed = input.required<TypedSelfCheck>();
  /** At every keystroke that is a number: a page that is left in the middle comes back as it was. */
  readonly typedChange = output<TypedSelfCheck>();
  readonly filled = output<SelfCheckInput>();

  /** The line of the plan; without one, the toes. */
  protected readonly line = computed(() => this.page().plan?.line ?? 'toes');
  /** To what is aimed at: the target of the lesson, or, where a club points at home, what was found there. */
  protected readonly away = computed(() => {
    const { away } = this.typed();
    const target = this.page().target?.distanceM ?? null;
    return this.way() === 'pointsAt' && away !== undefined ? away : target;
  });
  /** Only the toes are read by tape. */
  protected readonly way = computed(() => {
    const { way } = this.typed();
    return way === 'gaps' && this.line() !== 'toes' ? 'pointsAt' : way;
  });

  /** What has been filled in, ready to be sent; null while something is missing. */
  private readonly whole = computed((): Omit<SelfCheckInput, 'takenOn'> | null => {
    const way = this.way();
    const { felt, feltSide, drillDone } = this.typed();
    const away = this.away();
    const reading = this.reading();
    if (way !== 'none' && reading === null) return null;
    if (reading === null) return drillDone ? { drillDone } : null;
    const feltDeg =
      felt === null || away === null
        ? undefined
        : degreesFromRadians(Math.atan2(sided(felt, feltSide), away));
    return { drillDone, reading, ...(feltDeg !== undefined && { feltDeg }) };
  });
  protected readonly ready = computed(() => this.whole() !== null);

  protected type(change: Partial<TypedSelfCheck>): void {
    this.typedChange.emit({ ...this.typed(), ...change });
  }

  protected send(): void {
    const whole = this.whole();
    if (whole !== null) this.filled.emit({ takenOn: localDay(new Date()), ...whole });
  }

  private reading(): NonNullable<SelfCheckInput['reading']> | null {
    const way = this.way();
    const { lead, trail, base, beside, besideSide } = this.typed();
    const away = this.away();
    if (way === 'gaps') {
      if (lead === null || trail === null || base === null) return null;
      return { by: 'gaps', leadGapMm: lead, trailGapMm: trail, baseMm: base };
    }
    if (way === 'none' || beside === null || away === null) return null;
    const line = this.line();
    return {
      by: 'pointsAt',
      ...(line !== 'toes' && { line }),
      lateralM: sided(beside, besideSide),
      distanceM: away,
    };
  }
}

function sided(metres: number, side: Side): number {
  return side === 'left' ? -metres : metres;
}
