import { type LineProgress, type MeanDeg, type ProgressChoice } from '@lotrecht/judging';
import { COVERAGE_FACTOR, signWords, TOLD_FROM } from '@lotrecht/core';
import { atText, placeText, type Told } from '../words/aims.ts';
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

/** Where a line usually is, to be read aloud, and the figures behind it. */
export interface Tendency {
  readonly said: string;
  readonly figures: string;
}

/** From here on it is no longer only probable. */
const SURE_FROM = 0.95;

/**
 * The tendency of a line: where it aims at 150 m or yards and whether that is wanted, before angle and interval.
 *
 * @example tendencyOf(toes, { handedness: 'right', unit: 'm' }).said // 'Toes usually aim 9 m right at 150 m: too closed.'
 */
export function tendencyOf({ choice, track, spreadDeg }: LineProgress, told: Told): Tendency | null {
  const last = track.lessons.at(-1)?.filtered;
  if (last === undefined) return null;
  const { line } = choice;
  const { levelDeg, standardDeviationDeg, probabilityInTolerance } = last;
  const half = (COVERAGE_FACTOR * standardDeviationDeg).toFixed(1);
  const side = Math.abs(levelDeg) < 0.05 ? '' : ` (${sideOf(levelDeg, told.handedness)})`;
  const spread =
    spreadDeg === null
      ? ''
      : ` From set-up to set-up ${spreadDeg.sd.toFixed(1)}° (${spreadDeg.low.toFixed(1)}° to ${spreadDeg.high.toFixed(1)}°).`;
  const verb = line === 'face' ? 'aims' : 'aim';
  return {
    said: `${LINE_TITLES[line]} usually ${verb} ${placeText(levelDeg, told)} ${atText(told)}: ${leanWords(line, levelDeg, probabilityInTolerance)}.`,
    figures: `${turnText(line, levelDeg)}${side} ± ${half}°.${spread} As wanted: ${percentText(probabilityInTolerance)} (${clubText(choice.clubGroup).toLowerCase()}, ${PLACES[choice.circumstances.place]}).`,
  };
}

function leanWords(line: LineKey, deg: number, inProbability: number): string {
  const [below, above] = signWords(line);
  if (inProbability >= SURE_FROM) return 'as wanted';
  if (inProbability >= TOLD_FROM) return 'probably as wanted';
  const out = `too ${deg < 0 ? below : above}`;
  if (inProbability <= 1 - SURE_FROM) return out;
  return inProbability <= 1 - TOLD_FROM ? `probably ${out}` : 'not decided yet';
}

/** A mean turn with its interval, or without where one lesson knows none. @example "3.4° ± 1.2°, 5 lessons" */
export function meanText({ meanDeg, halfDeg, count }: MeanDeg): string {
  const interval = halfDeg === null ? '' : ` ± ${halfDeg.toFixed(1)}°`;
  return `${Math.abs(meanDeg).toFixed(1)}°${interval}, ${count} ${count === 1 ? 'lesson' : 'lessons'}`;
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
