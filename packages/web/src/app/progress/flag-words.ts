import { type LineProgress } from '@lotrecht/judging';
import { dayText } from '../words/dates.ts';
import { PLACES } from '../words/circumstance-words.ts';
import { LINE_TITLES, percentText } from '../words/words.ts';
import { isColdLine } from './levels.ts';
import { clubText } from './progress-words.ts';

/** A flag of the newest lesson with the figures that raised it. */
export interface FlagReason {
  readonly code: 'relapse' | 'stable';
  readonly line: string;
  readonly text: string;
}

/** What the newest cold lessons say of each line, and why. An old flag that was overtaken since is not told. */
export function flagReasons(all: readonly LineProgress[]): readonly FlagReason[] {
  return all.filter(isColdLine).flatMap(({ choice, track }): readonly FlagReason[] => {
    const last = track.lessons.at(-1);
    const flag = track.flags.at(-1);
    if (last === undefined || flag?.date !== last.date) return [];
    const name = `${LINE_TITLES[choice.line]}, ${clubText(choice.clubGroup).toLowerCase()}, ${PLACES[choice.circumstances.place]}`;
    const now = percentText(last.filtered.probabilityInTolerance);
    if (flag.code === 'stable') {
      const since = track.lessons.at(-3)?.date ?? last.date;
      return [
        {
          code: 'stable',
          line: choice.line,
          text: `${name}: stable. As wanted on three lessons running since ${dayText(since)}, now ${now}.`,
        },
      ];
    }
    const held = track.lessons.findLast((l) => l.filtered.probabilityInTolerance >= 0.95);
    return [
      {
        code: 'relapse',
        line: choice.line,
        text:
          held === undefined
            ? `${name}: slipped back. As wanted: ${now}.`
            : `${name}: slipped back. As wanted: ${percentText(held.filtered.probabilityInTolerance)} on ${dayText(held.date)}, ${now} on ${dayText(last.date)}.`,
      },
    ];
  });
}
