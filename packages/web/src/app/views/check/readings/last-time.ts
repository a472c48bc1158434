import { typedReading } from '@lotrecht/judging';
import { type CheckDocument, type LessonView, type EarlierView } from '@lotrecht/records';
import { type LineKey } from '../../../words/words.ts';
import { baseName, type UsualWay } from '../../../lesson/usual-readings.ts';

/** How a student’s lines were read last with a group of clubs: offered the next time, and replaced by typing. */
export interface LastTime {
  readonly ways: Readonly<Partial<Record<LineKey, UsualWay>>>;
  /** Millimetres by line and way, as `toes.bare`. */
  readonly basesMm: Readonly<Record<string, number>>;
}

type ClubGroup = NonNullable<CheckDocument['club']>['group'];

interface ReadBefore {
  readonly group: ClubGroup | null | undefined;
  readonly observations: CheckDocument['observations'];
}

/**
 * The newest reading of each line: with these clubs before any other, of this lesson before those that went before.
 *
 * @param earlier cold checks before the lesson, oldest first
 */
export function lastTimeOf(
  lesson: Pick<LessonView, 'checks'> | null,
  earlier: readonly EarlierView[],
  group: ClubGroup,
): LastTime {
  const newestFirst: readonly ReadBefore[] = [
    ...(lesson?.checks ?? [])
      .map(({ document }) => ({
        group: document.club?.group,
        observations: document.observations,
      }))
      .toReversed(),
    ...earlier
      .map(({ clubGroup, check }) => ({ group: clubGroup, observations: check.observations }))
      .toReversed(),
  ];
  const inOrder = [
    ...newestFirst.filter((before) => before.group === group),
    ...newestFirst.filter((before) => before.group !== group),
  ];
  const ways: Partial<Record<LineKey, UsualWay>> = {};
  const basesMm: Record<string, number> = {};
  for (const { observations } of inOrder) {
    for (const observation of observations) {
      const { line, by, rod = false, values } = typedReading(observation);
      ways[line] ??= { by, rod };
      const base = values['baseMm'] ?? values['lengthMm'];
      if (base !== undefined) basesMm[baseName({ by, rod }, line)] ??= base;
    }
  }
  return { ways, basesMm };
}
