import { type LineProgress, type MeanDeg, type ProgressChoice } from '@lotrecht/judging';
import { COVERAGE_FACTOR, signWords } from '@lotrecht/core';
import { HELPS, PHASES, PLACES, READERS } from '../words/circumstance-words.ts';
import { CLUB_GROUPS, LINE_TITLES, type LineKey, percentText } from '../words/words.ts';

/** φ with the word of its line; the side follows from the hand and stands with the student. @example "4.1° closed" */
export function turnText(line: LineKey, deg: number): string {
  if (Math.abs(deg) < 0.05) return '0.0° square';
  const [below, above] = signWords(line);
  return `${Math.abs(deg).toFixed(1)}° ${deg < 0 ? below : above}`;
}

/** Which side a handed angle points to. */
export function sideOf(deg: number, handedness: 'right' | 'left'): 'left' | 'right' {
  return deg > 0 === (handedness === 'right') ? 'right' : 'left';
}

/** A kind of set-up in one phrase. @example "baseline, blind, range, read by you" */
export function choiceText({ circumstances: c }: Pick<ProgressChoice, 'circumstances'>): string {
  return `${PHASES[c.phase]}, ${HELPS[c.help]}, ${PLACES[c.place]}, ${READERS[c.reader]}`;
}

/** A club group as it is said. */
export function clubText(group: ProgressChoice['clubGroup']): string {
  return group === null ? 'club not noted' : CLUB_GROUPS[group];
}

/** The tendency of a line in one sentence with its interval. */
export function tendencyText(progress: LineProgress, handedness: 'right' | 'left'): string {
  const { choice, track, spreadDeg } = progress;
  const last = track.lessons.at(-1)?.filtered;
  if (last === undefined) return '';
  const { levelDeg, standardDeviationDeg, probabilityInTolerance } = last;
  const half = (COVERAGE_FACTOR * standardDeviationDeg).toFixed(1);
  const side = Math.abs(levelDeg) < 0.05 ? '' : ` (${sideOf(levelDeg, handedness)})`;
  const spread =
    spreadDeg === null
      ? ''
      : `, spread ${spreadDeg.sd.toFixed(1)}° (${spreadDeg.low.toFixed(1)}° to ${spreadDeg.high.toFixed(1)}°)`;
  return `${LINE_TITLES[choice.line]}: ${turnText(choice.line, levelDeg)}${side} ± ${half}°${spread}. In tolerance with ${percentText(probabilityInTolerance)} (${clubText(choice.clubGroup).toLowerCase()}, ${PLACES[choice.circumstances.place]}).`;
}

/** A mean turn with its interval, or without where one lesson knows none. @example "3.4° toward open ± 1.2° (5 lessons)" */
export function meanText(line: LineKey, { meanDeg, halfDeg, count }: MeanDeg, times: string): string {
  const [below, above] = signWords(line);
  const interval = halfDeg === null ? '' : ` ± ${halfDeg.toFixed(1)}°`;
  return `${Math.abs(meanDeg).toFixed(1)}° toward ${meanDeg < 0 ? below : above}${interval} (${count} ${times})`;
}

/** A change between neighbouring lessons: real, or not shown. */
export function changeText(line: LineKey, change: LineProgress['track']['changes'][number]): string {
  const [below, above] = signWords(line);
  const toward = change.deltaDeg < 0 ? below : above;
  const least = `${change.minimalDetectableChangeDeg.toFixed(1)}° can be shown`;
  return change.real
    ? `${Math.abs(change.deltaDeg).toFixed(1)}° toward ${toward}: real (${least})`
    : `not shown (${least})`;
}
