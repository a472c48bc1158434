import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { type PlaceMark } from '@lotrecht/records';
import { SettingsStore } from '../../../settings/settings.store.ts';
import { LandmarkStrip } from '../../../ui/landmark-strip.ts';
import { CheckGround } from '../check-ground.ts';

const USUAL_DISTANCE_M = 150;

/** The landmark strip of the check's own place and target; without a place, the target alone with metres beside it. */
@Component({
  selector: 'lo-aim-strip',
  imports: [LandmarkStrip],
  template: `
    <lo-landmark-strip
      [label]="label()"
      [ask]="ask()"
      [marks]="seen().marks"
      [targetId]="seen().target.id"
      [sightingDeg]="sightingDeg()"
      [distanceUnit]="settings.settings().distanceUnit"
      [pointed]="pointed()"
      (pointedChange)="tapped($event)"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AimStrip {
  private readonly ground = inject(CheckGround);
  protected readonly settings = inject(SettingsStore);

  readonly label = input.required<string>();
  readonly ask = input('Tap where the rod points.');
  /** Standard uncertainty of what is tapped, degrees. */
  readonly sightingDeg = input(0.5);
  /** What was tapped before, degrees from the target, right positive. */
  readonly fromTargetDeg = input<number | null>(null);
  readonly aimed = output<number>();

  protected readonly seen = computed((): { marks: readonly PlaceMark[]; target: PlaceMark } => {
    const { name, distanceM } = this.ground.target();
    const marks = this.ground.marks();
    const target = marks.find((m) => m.name === name && m.kind === 'target');
    if (target !== undefined) return { marks, target };
    const alone: PlaceMark = {
      id: 'target',
      name: name ?? 'Target',
      kind: 'target',
      distanceM: distanceM ?? USUAL_DISTANCE_M,
      bearingDeg: 0,
    };
    return { marks: [alone], target: alone };
  });

  protected readonly pointed = computed(() => {
    const deg = this.fromTargetDeg();
    return deg === null ? null : this.seen().target.bearingDeg + deg;
  });

  protected tapped(bearingDeg: number | null): void {
    if (bearingDeg === null) return;
    this.aimed.emit(Number((bearingDeg - this.seen().target.bearingDeg).toFixed(3)));
  }
}
