import { type LineProgress } from '@lotrecht/contract';
import { LINE_NAMES } from '@lotrecht/core';
import { changeText, meanText, sideOf, turnText } from '../../progress/progress-words.ts';
import { dayText } from '../../ui/dates.ts';
import { CLUB_GROUPS, LINE_TITLES, percentText } from '../../ui/words.ts';
import { askedOf, isCold } from './asked.ts';

const COVERAGE_FACTOR = 1.959964;

type ClubKey = keyof typeof CLUB_GROUPS;

/** A series lesson by lesson, in words: what the picture shows. */
export function tableOf({ choice, track, lessons }: LineProgress) {
  return track.lessons.map((lesson, i) => {
    const change = track.changes[i - 1];
    const half = (COVERAGE_FACTOR * lesson.banded.standardDeviationDeg).toFixed(1);
    return {
      date: lesson.date,
      lessonId: lessons[i]?.lessonId ?? '',
      count: lesson.n,
      mean: turnText(choice.line, lesson.mean),
      level: `${turnText(choice.line, lesson.banded.levelDeg)} ± ${half}°`,
      inTolerance: percentText(lesson.banded.probabilityInTolerance),
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
  const own = `Steps in again within ${readdress.sdDeg.toFixed(1)}°`;
  const ahead = `${turnText(line, forecast.levelDeg)} ± ${forecast.halfDeg.toFixed(1)}°`;
  return [
    ...(felt === null ? [] : [`Feels turned from where they are by ${meanText(line, felt, 'times asked')}.`]),
    ...(cueGives === null ? [] : [`The cue turns the line by ${meanText(line, cueGives, 'lessons')}.`]),
    ...(lost === null ? [] : [`Until the next lesson it goes ${meanText(line, lost, 'lessons')}.`]),
    readdress.learned
      ? `${own} (standard deviation, this student’s own).`
      : `${own}: the usual, until five more reps are read.`,
    `On ${dayText(forecast.date)}: ${ahead}, in tolerance with ${percentText(forecast.probabilityInTolerance)}.`,
  ];
}

/** Where a line stands now, in short. */
export function levelOf({ choice, track }: LineProgress, handedness: 'right' | 'left') {
  const last = track.lessons.at(-1)?.banded;
  const deg = last?.levelDeg ?? 0;
  const chance = last?.probabilityInTolerance ?? 0;
  const side = Math.abs(deg) < 0.05 ? '' : ` (${sideOf(deg, handedness)})`;
  return {
    text: `${turnText(choice.line, deg)}${side}`,
    half: `± ${(COVERAGE_FACTOR * (last?.standardDeviationDeg ?? 0)).toFixed(1)}°`,
    verdict: chance >= 0.95 ? 'in' : chance <= 0.05 ? 'out' : 'open',
  };
}

/** Lines against groups of clubs, cold: where a student stands at one glance. */
export function matrixOf(all: readonly LineProgress[], handedness: 'right' | 'left') {
  const cold = all.filter(isCold);
  const groups = (Object.keys(CLUB_GROUPS) as ClubKey[]).filter((g) =>
    cold.some((p) => p.choice.clubGroup === g),
  );
  return {
    groups: groups.map((g) => CLUB_GROUPS[g]),
    rows: LINE_NAMES.filter((line) => cold.some((p) => p.choice.line === line)).map((line) => ({
      title: LINE_TITLES[line],
      cells: groups.map((group) => {
        const progress = cold.find((p) => p.choice.line === line && p.choice.clubGroup === group);
        return progress === undefined ? null : { ...levelOf(progress, handedness), asked: askedOf(progress) };
      }),
    })),
  };
}
