import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { AimStrip } from '../readings/aim-strip.ts';

/** Before anyone is told: where the student feels aimed, and what the instructor's eye says. One swipe each. */
@Component({
  selector: 'lo-guesses',
  imports: [AimStrip],
  template: `
    <div>
      <h3>Where does the student feel aimed?</h3>
      <lo-aim-strip
        label="Where the student feels aimed"
        ask="Swipe or tap; leave it out if nobody asked."
        [fromTargetDeg]="felt()"
        [sightingDeg]="0"
        (aimed)="held.note({ feltDeg: $event })"
      />
    </div>
    <div>
      <h3>And your eye: where do the {{ ground.footLine() }} point?</h3>
      <lo-aim-strip
        label="What your eye says"
        ask="Swipe or tap before the tape tells."
        [fromTargetDeg]="guessed()"
        [sightingDeg]="0"
        (aimed)="guess($event)"
      />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
      gap: 14px;
    }
    div {
      min-width: 0;
    }
    h3 {
      margin-bottom: 4px;
      font-size: 1rem;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Guesses {
  protected readonly ground = inject(CheckGround);
  protected readonly held = inject(HeldSetUp);
  protected readonly felt = computed(() => this.held.record().feltDeg ?? null);
  protected readonly guessed = computed(() => this.held.record().guess?.readingDeg ?? null);

  protected guess(readingDeg: number): void {
    this.held.note({ guess: { line: this.ground.footLine(), readingDeg } });
  }
}
