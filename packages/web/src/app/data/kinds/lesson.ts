import { type LessonInput, type LessonView } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { dayText } from '../../words/dates.ts';
import { type RecordKind, recordKind } from '../record-kind.ts';

/** A lesson as it is changed: without its checks, which are records of their own. */
export type LessonRecord = Omit<LessonView, 'checks'>;

/** Names of places come from what the page has. */
export function lessonKind(placeName: (id: string) => string): RecordKind<LessonInput, LessonRecord> {
  return recordKind(KIND.lesson, ({ heldOn, nextOn, placeId, windy, notes }) => [
    { label: 'Held on', text: dayText(heldOn) },
    { label: 'Next on', text: nextOn === null || nextOn === undefined ? '' : dayText(nextOn) },
    { label: 'Place', text: placeId === null || placeId === undefined ? '' : placeName(placeId) },
    { label: 'Wind', text: windy === true ? 'windy' : '' },
    { label: 'Notes', text: notes },
  ]);
}
