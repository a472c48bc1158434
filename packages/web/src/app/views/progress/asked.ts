import { type LineProgress } from '@lotrecht/judging';
import { type ClubGroup } from '@lotrecht/records';
import { choiceText } from '../../progress/progress-words.ts';
import { isColdLine } from '../../progress/levels.ts';
import { type LineKey } from '../../words/words.ts';

/** What is asked for: a line, a group of clubs, and one kind of set-up. */
export interface Asked {
  readonly line: LineKey;
  readonly clubGroup: ClubGroup | null;
  readonly kind: string;
}

/** What a series answers. */
export function askedOf({ choice }: Pick<LineProgress, 'choice'>): Asked {
  return { line: choice.line, clubGroup: choice.clubGroup, kind: choiceText(choice) };
}

export function sameAsked(a: Asked, b: Asked): boolean {
  return a.line === b.line && a.clubGroup === b.clubGroup && a.kind === b.kind;
}

/** The last flag belongs to the last lesson. */
function isNewest({ track }: LineProgress): boolean {
  return track.flags.at(-1)?.date === track.lessons.at(-1)?.date;
}

/** What is shown first: the line that was asked for, else one that was lost, else the feet; cold, many lessons. */
export function firstAsked(
  all: readonly LineProgress[],
  wantedLine: string | undefined,
  wantedClubs?: string,
): Asked | null {
  const lost = all.find((p) => p.track.flags.at(-1)?.code === 'relapse' && isNewest(p));
  const wanted = wantedLine ?? lost?.choice.line ?? 'toes';
  const rank = (p: LineProgress): number =>
    (p.choice.line === wanted ? 0 : 4000) +
    (wantedClubs === undefined || p.choice.clubGroup === wantedClubs ? 0 : 2000) +
    (isColdLine(p) ? 0 : 1000) -
    p.track.lessons.length;
  const [best] = all.toSorted((a, b) => rank(a) - rank(b));
  return best === undefined ? null : askedOf(best);
}

/** The series that was asked for; where there is none, the nearest with that line. */
export function nearestAsked(all: readonly LineProgress[], wanted: Asked): Asked | null {
  const near =
    all.find((p) => sameAsked(askedOf(p), wanted)) ??
    all.find((p) => p.choice.line === wanted.line && p.choice.clubGroup === wanted.clubGroup) ??
    all.find((p) => p.choice.line === wanted.line);
  return near === undefined ? null : askedOf(near);
}
