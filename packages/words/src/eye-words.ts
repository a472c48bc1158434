import { asideText, type BallTold, widthText } from './ball-words.ts';

/** What was found of an eye, degrees, right positive. */
export interface EyeSaid {
  readonly bias: { readonly meanDeg: number; readonly lowDeg: number; readonly highDeg: number };
  /** So much farther it is told rightly by five of six looks; null where that was not asked. */
  readonly thresholdDeg: number | null;
}

/** Something changed since it was asked last. */
export interface EyeChangeSaid {
  readonly deltaDeg: number;
  readonly real: boolean;
}

/**
 * What was found of an eye, in places first.
 *
 * @param told at what distance, and in which unit
 * @param change since the last time; null: there was none
 * @example eyeSentences({ bias: { meanDeg: 4, lowDeg: 3, highDeg: 5 }, thresholdDeg: 1.5 }, null, { unit: 'm', carryM: 150 })[0] // 'A set-up that points 10 m right looks square.'
 */
export function eyeSentences(
  { bias, thresholdDeg }: EyeSaid,
  change: EyeChangeSaid | null,
  told: BallTold,
): readonly string[] {
  const { meanDeg, lowDeg, highDeg } = bias;
  const fooled = lowDeg > 0 || highDeg < 0;
  return [
    fooled
      ? `A set-up that points ${asideText(meanDeg, told)} looks square.`
      : 'A square set-up looks square, as far as this shows.',
    ...(thresholdDeg === null
      ? []
      : [`${widthText(thresholdDeg, told)} more is told rightly five times of six.`]),
    ...(change === null ? [] : [changeText(change, told)]),
  ];
}

function changeText({ deltaDeg, real }: EyeChangeSaid, told: BallTold): string {
  if (!real) return 'As the last time, as far as this shows.';
  return `What looks square has moved ${widthText(deltaDeg, told)} ${deltaDeg < 0 ? 'left' : 'right'} since the last time.`;
}

/**
 * The figures for who asks.
 *
 * @example eyeFigures({ bias: { meanDeg: 4, lowDeg: 3, highDeg: 5 }, thresholdDeg: 1.5 }, 20) // 'Bias 4.0° right (3.0° right to 5.0° right), threshold 1.5°, 20 pictures.'
 */
export function eyeFigures({ bias, thresholdDeg }: EyeSaid, count: number): string {
  const sided = (deg: number): string => {
    const shown = Math.abs(deg).toFixed(1);
    return shown === '0.0' ? '0°' : `${shown}° ${deg < 0 ? 'left' : 'right'}`;
  };
  const threshold = thresholdDeg === null ? '' : `, threshold ${thresholdDeg.toFixed(1)}°`;
  return `Bias ${sided(bias.meanDeg)} (${sided(bias.lowDeg)} to ${sided(bias.highDeg)})${threshold}, ${count} pictures.`;
}
