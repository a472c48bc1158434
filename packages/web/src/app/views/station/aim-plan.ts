import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { USUAL_GATE_M } from '@lotrecht/judging';
import { type PlaceMark } from '@lotrecht/records';
import { AimCard } from '../../balls/aim-card.ts';
import { RunGround } from '../../balls/run-ground.ts';
import { type Run, USUAL_CARRY_M } from '../../balls/run-of-balls.ts';

const USUAL_TARGET_M = 150;

/** Where to start a ball for a shape in a wind, before anyone comes: the gate rod is planted by it. */
@Component({
  selector: 'lo-aim-plan',
  imports: [AimCard, MatButtonToggle, MatButtonToggleGroup, RunGround],
  template: `
    <mat-button-toggle-group
      aria-label="Hand"
      hideSingleSelectionIndicator
      [value]="handedness()"
      (change)="handedness.set($event.value)"
    >
      <mat-button-toggle value="right">right-handed</mat-button-toggle>
      <mat-button-toggle value="left">left-handed</mat-button-toggle>
    </mat-button-toggle-group>
    <lo-run-ground [run]="run()" [marks]="marks()" (changed)="run.set($event)" />
    <lo-aim-card [run]="run()" [handedness]="handedness()" [seen]="seen()" [canJudge]="false" />
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
      max-width: 720px;
    }
    mat-button-toggle-group {
      justify-self: start;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AimPlan {
  /** What is seen from the place. */
  readonly marks = input<readonly PlaceMark[]>([]);

  protected readonly handedness = signal<'right' | 'left'>('right');
  protected readonly run = signal<Run>({
    clubGroup: 'mid-iron',
    carryM: USUAL_CARRY_M['mid-iron'],
    target: { distanceM: USUAL_TARGET_M },
    gateM: USUAL_GATE_M,
    windRightMs: 0,
    windAheadMs: 0,
    help: 'cued',
    place: 'range',
    balls: [],
  });
  protected readonly seen = computed(() => {
    const target = this.marks().find(({ name }) => name === this.run().target?.name);
    if (target === undefined) return [];
    return this.marks().map(({ name, bearingDeg }) => ({
      name,
      fromTargetDeg: bearingDeg - target.bearingDeg,
    }));
  });
}
