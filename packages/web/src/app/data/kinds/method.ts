import { routineOfMethod } from '@lotrecht/judging';
import { type MethodDocument, type MethodInput, type MethodView } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { LINE_TITLES, type LineKey } from '../../words/words.ts';
import { recordKind } from '../record-kind.ts';

export const METHOD = recordKind<MethodInput, MethodView>(KIND.method, ({ method }) => [
  { label: 'Name', text: method.name },
  { label: 'Lines', text: method.order.map((line) => LINE_TITLES[line]).join(', ') },
  { label: 'Tolerances', text: tolerances(method) },
  {
    label: 'Goals',
    text: Object.entries(method.goalsDeg ?? {})
      .map(angle)
      .join('; '),
  },
  {
    label: 'Routine',
    text: routineOfMethod(method)
      .told.map(({ title }) => title)
      .join(', '),
  },
  { label: 'Mark', text: `${method.markM} m ahead` },
  { label: 'Settings', text: method.settings.map((s) => `${s.setting} ${s.choice}`).join('; ') },
]);

function angle([line, deg]: readonly [string, number]): string {
  return `${LINE_TITLES[line as LineKey]} ${deg}°`;
}

function tolerances({ tolerancesDeg }: MethodDocument): string {
  return Object.entries(tolerancesDeg)
    .map(([line, limits]) => `${LINE_TITLES[line as LineKey]} ${limits.join(' to ')}°`)
    .join('; ');
}
