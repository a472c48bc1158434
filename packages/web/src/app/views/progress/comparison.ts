import { changeOf, type LineProgress, sameCircumstances } from '@lotrecht/judging';
import { changeText, choiceText } from '../../progress/progress-words.ts';
import { dayText } from '../../words/dates.ts';

/** A lesson of some series of a line. */
export interface ComparableLesson {
  /** Day and kind of set-up, as it is chosen. */
  readonly key: string;
  readonly date: string;
  readonly progress: LineProgress;
}

/** Every lesson of these series, oldest first. */
export function comparableOf(series: readonly LineProgress[]): readonly ComparableLesson[] {
  return series
    .flatMap((progress) =>
      progress.track.lessons.map(({ date }) => ({
        key: `${date} ${choiceText(progress.choice)}`,
        date,
        progress,
      })),
    )
    .toSorted((a, b) => (a.key < b.key ? -1 : 1));
}

/** The difference of two lessons, or why they are not compared; null while two different ones are not chosen. */
export function compareLessons(
  from: ComparableLesson | undefined,
  to: ComparableLesson | undefined,
): { readonly refused: boolean; readonly text: string } | null {
  if (from === undefined || to === undefined || from.key === to.key) return null;
  if (!sameCircumstances(from.progress.choice.circumstances, to.progress.choice.circumstances)) {
    const [one, other] = [choiceText(from.progress.choice), choiceText(to.progress.choice)];
    return {
      refused: true,
      text: `Not compared: one was “${one}”, the other “${other}”. A set-up made with help, or at another place, says nothing about one without.`,
    };
  }
  const change = changeOf(from.progress, from.date, to.date);
  return change === null
    ? null
    : {
        refused: false,
        text: `${dayText(from.date)} to ${dayText(to.date)}: ${changeText(from.progress.choice.line, change)}.`,
      };
}
