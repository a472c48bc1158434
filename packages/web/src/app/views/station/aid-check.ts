import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { formatLength } from '@lotrecht/words';
import {
  type AidVerdict,
  aidVerdict,
  COVERAGE_FACTOR,
  degreesFromRadians,
  metresFromMillimetres,
  radiansFromDegrees,
  railsParallelism,
  RefusedInput,
  squareness,
} from '@lotrecht/core';
import { SettingsStore } from '../../settings/settings.store.ts';
import { Bob } from '../../ui/bob.ts';
import { NumberField } from '../../ui/number-field.ts';
import { type Lean } from '../../words/words.ts';

type Aid = 'rails' | 'square' | 'string';

interface Judged {
  readonly angle: string;
  readonly uncertainty: string;
  readonly words: string;
  readonly lean: Lean;
  readonly side: 'left' | 'right' | 'on';
  readonly move: string;
}

const AIDS: readonly { readonly aid: Aid; readonly title: string; readonly how: string }[] = [
  { aid: 'rails', title: 'Two rails', how: 'Read the gap between the rods at both ends.' },
  { aid: 'square', title: 'Square rod', how: 'Read the three sides of its triangle with the target rod.' },
  { aid: 'string', title: 'String', how: 'Read the gap from the string to the ball line at two places.' },
];

/** Whether an aid is laid true, and which end to move by how much: read before the student steps in. */
@Component({
  selector: 'lo-aid-check',
  imports: [Bob, NumberField],
  templateUrl: './aid-check.html',
  styleUrl: './aid-check.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AidCheck {
  private readonly settings = inject(SettingsStore);
  /** Which aids are looked at here. */
  readonly kinds = input.required<readonly Aid[]>();
  protected readonly aids = computed(() => AIDS.filter(({ aid }) => this.kinds().includes(aid)));
  protected readonly aid = linkedSignal<Aid>(() => this.kinds()[0] ?? 'rails');
  protected readonly how = computed(() => AIDS.find((a) => a.aid === this.aid())?.how ?? '');
  protected readonly unit = computed(() => this.settings.settings().lengthUnit);

  protected readonly nearMm = signal<number | null>(null);
  protected readonly farMm = signal<number | null>(null);
  protected readonly lengthMm = signal<number | null>(null);
  protected readonly alongMm = signal<number | null>(null);
  protected readonly acrossMm = signal<number | null>(null);
  protected readonly diagonalMm = signal<number | null>(null);
  protected readonly limitDeg = signal(0.25);
  protected readonly divisionMm = signal(1);

  /** The verdict, why these readings cannot be, or nothing before all three are read. */
  protected readonly judged = computed((): Judged | string | null => {
    try {
      const [a, b, c] =
        this.aid() === 'square'
          ? [this.alongMm(), this.acrossMm(), this.diagonalMm()]
          : [this.nearMm(), this.farMm(), this.lengthMm()];
      if (a === null || b === null || c === null) return null;
      return this.aid() === 'square' ? this.judgeSquare(a, b, c) : this.judgeRails(a, b, c);
    } catch (error) {
      if (error instanceof RefusedInput) return error.detail.advice;
      throw error;
    }
  });

  protected readonly verdict = computed(() => {
    const judged = this.judged();
    return typeof judged === 'string' ? null : judged;
  });
  protected readonly refusal = computed(() => {
    const judged = this.judged();
    return typeof judged === 'string' ? judged : null;
  });

  private judgeRails(nearMm: number, farMm: number, lengthMm: number): Judged {
    const estimate = railsParallelism({
      nearGapM: metresFromMillimetres(nearMm),
      farGapM: metresFromMillimetres(farMm),
      lengthM: metresFromMillimetres(lengthMm),
      resolutionM: metresFromMillimetres(this.divisionMm()),
    });
    const opens = estimate.handedAzimuthRad;
    const wide = farMm - nearMm;
    const end = this.aid() === 'rails' ? 'Far end' : 'Far end of the string';
    return {
      ...this.said(opens, estimate.standardUncertaintyRad, aidVerdict(estimate, this.limitRad())),
      angle: `${Math.abs(degreesFromRadians(opens)).toFixed(2)}° ${opens === 0 ? 'parallel' : opens > 0 ? 'opening toward the target' : 'closing toward the target'}`,
      move:
        wide === 0
          ? 'Nothing to move.'
          : `${end} ${formatLength(Math.abs(wide), this.unit())} ${wide > 0 ? 'in' : 'out'}.`,
    };
  }

  private judgeSquare(alongMm: number, acrossMm: number, diagonalMm: number): Judged {
    const { errorRad, standardUncertaintyRad, squareDiagonalM } = squareness({
      alongM: metresFromMillimetres(alongMm),
      acrossM: metresFromMillimetres(acrossMm),
      diagonalM: metresFromMillimetres(diagonalMm),
      resolutionM: metresFromMillimetres(this.divisionMm()),
    });
    const estimate = { handedAzimuthRad: errorRad, standardUncertaintyRad };
    // The free end of the square rod swings about the corner by its own length.
    const swingMm = acrossMm * Math.abs(Math.tan(errorRad));
    return {
      ...this.said(errorRad, standardUncertaintyRad, aidVerdict(estimate, this.limitRad())),
      angle: `${Math.abs(degreesFromRadians(errorRad)).toFixed(2)}° ${errorRad === 0 ? 'square' : errorRad > 0 ? 'too wide' : 'too narrow'}`,
      move:
        swingMm < 0.5
          ? 'Nothing to move.'
          : `Free end ${formatLength(swingMm, this.unit())} ${errorRad > 0 ? 'toward' : 'away from'} the other rod’s free end; square, the diagonal reads ${formatLength(squareDiagonalM * 1000, this.unit())}.`,
    };
  }

  private limitRad(): number {
    return radiansFromDegrees(this.limitDeg());
  }

  private said(
    rad: number,
    uRad: number,
    { verdict, probabilityTrue }: AidVerdict,
  ): Pick<Judged, 'uncertainty' | 'words' | 'lean' | 'side'> {
    const words = {
      in: 'Laid true',
      out: 'Not true',
      'cannot-tell': `Not decided: true with ${Math.round(probabilityTrue * 100)} %. A finer tape or a longer base would decide it.`,
    }[verdict];
    return {
      uncertainty: `± ${(COVERAGE_FACTOR * degreesFromRadians(uRad)).toFixed(2)}°`,
      words,
      lean: verdict,
      side: rad > 0 ? 'right' : 'left',
    };
  }
}
