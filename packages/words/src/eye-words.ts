import { COVERAGE_FACTOR } from '@lotrecht/core/coverage';
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

/** How an eye sees lines, degrees, positive too far right. */
export interface EyeSeesSaid {
  readonly count: number;
  readonly seenDeg: number;
  readonly sdDeg: number;
}

/**
 * Where an instructor's eye sees lines on pictures.
 *
 * @example screenSentence({ count: 24, seenDeg: 2, sdDeg: 0.4 }, { unit: 'm', carryM: 150 }) // 'On pictures it sees lines 5.2 m right of where they are.'
 */
export function screenSentence({ seenDeg, sdDeg }: EyeSeesSaid, told: BallTold): string {
  if (Math.abs(seenDeg) <= COVERAGE_FACTOR * sdDeg)
    return 'On pictures it sees lines where they are, as far as these show.';
  return `On pictures it sees lines ${asideText(seenDeg, told)} of where they are.`;
}

/**
 * What tee and pictures have to do with each other.
 *
 * @param difference how much farther right lines are seen on the tee, degrees; null: too few of either
 * @param counts guesses on the tee and pictures, and how many of each are enough
 * @example teeSentence(null, { tee: 4, screen: 40, enough: 30 }, { unit: 'm', carryM: 150 }) // 'Held against the tee from 30 guesses there: so far 4.'
 */
export function teeSentence(
  difference: EyeChangeSaid | null,
  { tee, screen, enough }: { readonly tee: number; readonly screen: number; readonly enough: number },
  told: BallTold,
): string {
  if (difference === null)
    return screen < enough
      ? `Held against the tee from ${enough} pictures: so far ${screen}.`
      : `Held against the tee from ${enough} guesses there: so far ${tee}.`;
  if (!difference.real) return 'On the tee it sees them as on pictures, as far as both show.';
  return `On the tee it sees them ${widthText(difference.deltaDeg, told)} farther ${difference.deltaDeg < 0 ? 'left' : 'right'} than on pictures.`;
}
