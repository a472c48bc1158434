import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type Lean } from '../words/words.ts';

const LEANING_DEG = 24;

/**
 * The verdict as a plumb bob: it hangs true when the line is in, leans the way the line points when it is out, is
 * hollow when only probable, and dashed when it can't be told. Always stands beside the words.
 */
@Component({
  selector: 'lo-bob',
  template: `
    <svg viewBox="0 0 40 48" aria-hidden="true" [attr.class]="lean()">
      <path class="beam" d="M6 4h28" />
      <path class="true-line" d="M20 4v40" />
      <g [attr.transform]="'rotate(' + angle() + ' 20 4)'">
        <path class="cord" d="M20 4v20" />
        <path class="weight" d="M13 24h14l-7 18z" />
      </g>
    </svg>
  `,
  styles: `
    :host {
      display: inline-flex;
    }
    svg {
      width: 100%;
      height: 100%;
      fill: none;
      stroke: currentColor;
      stroke-width: 2.4;
      stroke-linejoin: round;
      stroke-linecap: round;
    }
    .true-line {
      stroke-width: 1;
      stroke-dasharray: 2 4;
      opacity: 0.7;
    }
    .in .weight,
    .out .weight {
      fill: currentColor;
    }
    .in,
    .probably-in {
      color: var(--lo-in);
    }
    .out,
    .probably-out {
      color: var(--lo-out);
    }
    .cannot-tell {
      color: var(--lo-unsure);
    }
    .cannot-tell .weight,
    .cannot-tell .cord {
      stroke-dasharray: 3.5 4;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Bob {
  readonly lean = input.required<Lean>();
  /** Where the line points, seen downrange. */
  readonly side = input<'left' | 'right' | 'on'>('on');

  protected readonly angle = computed(() => {
    const isOff = this.lean() === 'out' || this.lean() === 'probably-out';
    if (!isOff || this.side() === 'on') return 0;
    // Turned about the beam, a weight that swings right turns counter-clockwise on the screen.
    return this.side() === 'right' ? -LEANING_DEG : LEANING_DEG;
  });
}
