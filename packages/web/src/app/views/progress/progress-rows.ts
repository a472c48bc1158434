import { type LineProgress } from '@lotrecht/judging';
import { COVERAGE_FACTOR } from '@lotrecht/core';
import { changeText, meanText, turnText } from '../../progress/progress-words.ts';
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
      mean: turnText(choice.line, lesson.mean),
      level: `${turnText(choice.line, lesson.filtered.levelDeg)} ± ${half}°`,
      inTolerance: percentText(lesson.filtered.probabilityInTolerance),
      change: change === undefined ? '' : changeText(choice.line, change),
      flag: track.flags.find((f) => f.date === lesson.date)?.code ?? '',
    };
  });
}

/** What is kept, lost and felt, where there is something to say. */
export function sentencesOf({
  choice,
  felt,
  cueGives,
  lost,
  readdress,
  forecast,
}: LineProgress): readonly string[] {
  const { line } = choice;
  const own = `Steps back in to within ${readdress.sdDeg.toFixed(1)}° two times out of three`;
  const ahead = `${turnText(line, forecast.levelDeg)} ± ${forecast.halfDeg.toFixed(1)}°`;
  return [
    ...(felt === null ? [] : [`What they feel is out by ${meanText(line, felt, 'lessons')}.`]),
    ...(cueGives === null ? [] : [`The cue turns the line by ${meanText(line, cueGives, 'lessons')}.`]),
    ...(lost === null ? [] : [`By the next lesson it has slipped back ${meanText(line, lost, 'lessons')}.`]),
    readdress.learned
      ? `${own}, as learned of this student.`
      : `${own}. That is the usual, until five more set-ups are read.`,
    `On ${dayText(forecast.date)}: ${ahead}, in tolerance with ${percentText(forecast.probabilityInTolerance)}.`,
  ];
}
