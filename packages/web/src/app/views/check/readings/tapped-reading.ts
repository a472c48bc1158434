import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { type WayOfReading } from '@lotrecht/judging';
import { ByEye } from './by-eye.ts';
import { type Entry } from './entry.ts';
import { PointsAt } from './points-at.ts';

/** Ways whose reading is tapped, not typed. */
const TAPPED: readonly WayOfReading[] = ['pointsAt', 'eye'];

/** Whether a reading is tapped in a drawing or a row of choices of its own. */
export function isTapped({ by }: Pick<Entry, 'by'>): boolean {
  return TAPPED.includes(by);
}

/** A reading that is tapped. */
@Component({
  selector: 'lo-tapped-reading',
  imports: [ByEye, PointsAt],
  template: `
    @switch (entry().by) {
      @case ('pointsAt') {
        <lo-points-at [entry]="entry()" />
      }
      @case ('eye') {
        <lo-by-eye [entry]="entry()" />
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TappedReading {
  readonly entry = input.required<Entry>();
}
