import { type LineFlag } from '@lotrecht/records';
import { CLUB_GROUPS, LINE_TITLES, type LineKey } from '../../words/words.ts';

/** What relapsed and what has held, a line once with its clubs. @example flagsText([]) // '' */
export function flagsText(flags: readonly LineFlag[]): string {
  const told = (code: LineFlag['code']): string => {
    const own = flags.filter((f) => f.code === code);
    const lines = [...new Set(own.map((f) => f.line))];
    return lines
      .map((line) => {
        const clubs = own.filter((f) => f.line === line).map(({ clubGroup }) => clubOf(clubGroup));
        return `${LINE_TITLES[line].toLowerCase()} (${clubs.join(', ')})`;
      })
      .join(', ');
  };
  const [relapsed, stable] = [told('relapse'), told('stable')];
  return [
    ...(relapsed === '' ? [] : [`relapsed: ${relapsed}`]),
    ...(stable === '' ? [] : [`stable: ${stable}`]),
  ].join('; ');
}

function clubOf(group: LineFlag['clubGroup']): string {
  return group === null ? 'club not noted' : CLUB_GROUPS[group].toLowerCase();
}

/** Lines that were out, in field order. */
export function outText(lines: readonly LineKey[]): string {
  return lines.map((line) => LINE_TITLES[line].toLowerCase()).join(', ');
}
