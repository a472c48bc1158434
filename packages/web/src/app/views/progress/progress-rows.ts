import { type LineProgress } from '@lotrecht/judging';
import { COVERAGE_FACTOR } from '@lotrecht/core';
import { changeText, meanText, turnText } from '../../progress/progress-words.ts';
import { atText, placeText, type Told } from '../../words/aims.ts';
import { dayText } from '../../words/dates.ts';
import { percentText } from '../../words/words.ts';

/** A series lesson by lesson, in words: what the picture shows. */
export function tableOf({ choice, track, lessons }: LineProgress) {
  return track.lessons.map((lesson, i) => {
    const change = track.changes[i - 1];
    const half = (COVERAGE_FACTOR * lesson.filtered.standardDeviationDeg).toFixed(1);
    return {
      date: lesson.date,
      lessonId: lessons[i]?.lessonId ?? '',
      count: lesson.n,
      meanDeg: lesson.mean,
      levelDeg: lesson.filtered.levelDeg,
      inProbability: lesson.filtered.probabilityInTolerance,
      mean: turnText(choice.line, lesson.mean),
      level: `${turnText(choice.line, lesson.filtered.levelDeg)} ± ${half}°`,
      inTolerance: percentText(lesson.filtered.probabilityInTolerance),
      change: change === undefined ? '' : changeText(choice.line, change),
      flag: track.flags.find((f) => f.date === lesson.date)?.code ?? '',
    };
  });
}

/** What is kept, lost and felt, where there is something to say: places first, degrees behind them. */
export function sentencesOf(
  { track, felt, cueGives, lost, readdress, forecast }: LineProgress,
  told: Told,
): readonly string[] {
  const at = atText(told);
  const within = placeText(readdress.sdDeg, told).replace(/ (left|right)$/, '');
  const own = `Steps back in to within ${within} ${at}, two times out of three`;
  const { beforeAfter } = track;
  return [
    ...(beforeAfter === null
      ? []
      : [
          beforeAfter.real
            ? `From ${dayText(beforeAfter.date)} on it aims ${placeText(beforeAfter.deltaDeg, told)} of where it did before, ${at}.`
            : 'No change over these lessons is certain yet.',
        ]),
    ...(felt === null
      ? []
      : [`They feel aimed ${placeText(felt.meanDeg, told)} of where they are, ${at} (${meanText(felt)}).`]),
    ...(cueGives === null
      ? []
      : [`The cue moves it ${placeText(cueGives.meanDeg, told)} ${at} (${meanText(cueGives)}).`]),
    ...(lost === null
      ? []
      : [`By the next lesson it has moved ${placeText(lost.meanDeg, told)} again (${meanText(lost)}).`]),
    readdress.learned
      ? `${own}, as learned of this student.`
      : `${own}. That is the usual, until five more set-ups are read.`,
    `On ${dayText(forecast.date)} it will most likely aim ${placeText(forecast.levelDeg, told)} ${at}.`,
    `Then as wanted: ${percentText(forecast.probabilityInTolerance)} (± ${forecast.halfDeg.toFixed(1)}°).`,
  ];
}
