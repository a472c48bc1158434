import { LINE_NAMES } from '@lotrecht/core';
import { type CheckView, type ResultDocument } from '@lotrecht/records';
import { type ConflictRow } from '../../data/stored-record.ts';
import { bearingText } from '../../ui/bearings.ts';
import { circumstancesText } from '../../words/circumstance-words.ts';
import { itemSentences } from '../../words/item-words.ts';
import { angleText, CLUB_GROUPS, LINE_TITLES, type LineKey } from '../../words/words.ts';
import { lengthText, type LengthUnit } from './readings/entry.ts';
import { checkLineText } from './ground/line-text.ts';

/** A check as one of two has it. */
export type SaidCheck = Pick<CheckView, 'document' | 'circumstances' | 'rebase' | 'record'> & {
  readonly result: Pick<ResultDocument, 'lines'>;
};

/** Where two versions of a check say something else, in words and in the set unit. */
export function conflictRows(mine: SaidCheck, theirs: SaidCheck, unit: LengthUnit): readonly ConflictRow[] {
  const other = new Map(rowsOf(theirs, unit));
  return rowsOf(mine, unit).flatMap(([label, text]) => {
    const said = other.get(label) ?? '';
    return said === text ? [] : [{ label, mine: text, theirs: said }];
  });
}

function rowsOf(said: SaidCheck, unit: LengthUnit): readonly (readonly [label: string, text: string])[] {
  const { document, circumstances, rebase, record } = said;
  const { club, target, targetLine, method } = document;
  return [
    ...LINE_NAMES.map((line) => [LINE_TITLES[line], lineText(said, line, unit)] as const),
    ['Club', club === undefined ? '' : [club.name, CLUB_GROUPS[club.group]].filter(Boolean).join(', ')],
    ['Target', [target?.name, target?.distanceM && `${target.distanceM} m`].filter(Boolean).join(', ')],
    ['Target line', checkLineText(targetLine)],
    ['Line found wrong', rebase === null ? '' : bearingText(rebase.turnedDeg)],
    ['Method', method?.id ?? 'own tolerances'],
    ['Circumstances', circumstances === null ? '' : circumstancesText(circumstances)],
    ['Felt aimed', record?.feltDeg === undefined ? '' : bearingText(record.feltDeg)],
    [
      'Order first',
      record?.routineFirst === undefined
        ? ''
        : `${record.routineFirst.before} before ${record.routineFirst.step}`,
    ],
    ['Work on', record?.priority === undefined ? '' : LINE_TITLES[record.priority]],
    ['Items', itemSentences(record?.items).join(' ')],
  ];
}

/** What was read of a line, and the angle it makes. */
function lineText({ document, result }: SaidCheck, line: LineKey, unit: LengthUnit): string {
  const readings = document.observations
    .filter((o) => o.line === line)
    .map((o) =>
      Object.entries(o).flatMap(([key, value]) => {
        if (typeof value !== 'number') return [];
        if (/^(lead|trail|heel|toe)GapMm$|^baseMm$/.test(key)) return [lengthText(value, unit)];
        return key === 'readingDeg' ? [`${value}°`] : [];
      }),
    )
    .map((values) => values.join(' / '));
  const angle = result.lines[line];
  return [...readings, ...(angle ? [angleText(angle)] : [])].join(': ');
}
