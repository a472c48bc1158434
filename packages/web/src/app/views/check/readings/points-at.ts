import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { degreesFromRadians, pointedAt, radiansFromDegrees } from '@lotrecht/core';
import { CheckGround } from '../check-ground.ts';
import { CheckReadings } from '../check-readings.ts';
import { AimStrip } from './aim-strip.ts';
import { type Entry } from './entry.ts';

/** The look along a rod that lies on the marks, degrees. */
const ALONG_THE_ROD_DEG = 0.5;
const USUAL_DISTANCE_M = 150;

/** Where a line points, tapped on the landmark strip. */
@Component({
  selector: 'lo-points-at',
  imports: [AimStrip],
  template: `
    <lo-aim-strip
      [label]="'Where the ' + entry().line + ' point among the landmarks'"
      [fromTargetDeg]="deg()"
      [sightingDeg]="sightingDeg"
      (aimed)="aim($event)"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointsAt {
  private readonly ground = inject(CheckGround);
  private readonly readings = inject(CheckReadings);
  readonly entry = input.required<Entry>();
  protected readonly sightingDeg = ALONG_THE_ROD_DEG;

  protected readonly deg = computed(() => {
    const { lateralM, distanceM } = this.entry().fields;
    const [lateral, distance] = [Number(lateralM ?? ''), Number(distanceM ?? '')];
    if ((lateralM ?? '') === '' || !(distance > 0) || !Number.isFinite(lateral)) return null;
    return degreesFromRadians(Math.atan2(lateral, distance));
  });

  protected aim(deg: number): void {
    const distanceM = this.ground.target().distanceM ?? USUAL_DISTANCE_M;
    const { lateralM, lateralUncertaintyM } = pointedAt(
      radiansFromDegrees(deg),
      { distanceM, bearingRad: 0 },
      radiansFromDegrees(ALONG_THE_ROD_DEG),
    );
    this.readings.fill(
      this.entry().id,
      { lateralM: lateralM.toFixed(2), distanceM: String(distanceM) },
      { lateralUncertaintyM: Number(lateralUncertaintyM.toFixed(3)) },
    );
  }
}
