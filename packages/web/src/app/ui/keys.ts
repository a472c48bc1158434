import { letterKeys } from '../device/letter-keys.ts';

/** A key and what it does; the list that `?` shows. */
export interface KeyHelp {
  readonly key: string;
  readonly face: string;
  readonly does: string;
  readonly leadsTo?: string;
}

export const KEYS: readonly KeyHelp[] = [
  { key: '?', face: '?', does: 'Show or hide this list' },
  { key: 't', face: 't', does: 'Today', leadsTo: '/today' },
  { key: 's', face: 's', does: 'Students', leadsTo: '/students' },
  { key: 'g', face: 'g', does: 'Station: line, eye, mark and aids', leadsTo: '/station' },
  { key: 'p', face: 'p', does: 'Places', leadsTo: '/places' },
  { key: 'a', face: 'a', does: 'Account', leadsTo: '/account' },
  { key: 'y', face: 'y', does: 'Handbook: why it says that', leadsTo: '/handbook' },
  { key: 'b', face: 'b', does: 'In a check: begin the next hold' },
  { key: ' ', face: 'Space', does: 'In a hold: this card is done' },
  { key: 'f', face: 'f', does: 'In a check: to the fields of the tape' },
  { key: 'c', face: 'c', does: 'In a check: change what is read' },
  { key: 'r', face: 'r', does: 'In a covered check: reveal it' },
  { key: 'h', face: 'h held', does: 'In a check: the board as it should be' },
  { key: 'i', face: 'i', does: 'In a check: ball, feet and other items' },
  { key: 'x', face: 'x', does: 'In a check: lead and trail change sides on the screen' },
  { key: 'n', face: 'n', does: 'In a check: on to work, or the next set-up, once this one is kept' },
  { key: 'k', face: 'k', does: 'In a check: keep it' },
  { key: 'm', face: 'm', does: 'In a check: draw angles larger, and back' },
  { key: 'u', face: 'u', does: 'In a check: turned to the student, and back' },
  { key: 'v', face: 'v', does: 'In a check: show its versions' },
  { key: 'o', face: 'o', does: 'In a check: its ground, circumstances and target line' },
  { key: 'l', face: 'l', does: 'In a check: to its lesson' },
  {
    key: 'w',
    face: 'w ↑ ↓ ← →',
    does: 'Where a set-up is walked into: walk in, forth and back; turn the body',
  },
  {
    key: '1',
    face: '1 2 3 l',
    does: 'There: look at ball, mark or target; lift the head. f held: as it feels',
  },
  { key: 'ArrowLeft', face: '← →', does: 'On the landmark strip: 0.1°, with Shift 1°' },
  { key: '+', face: '+ − ← → 0', does: 'On the buttons of a progress picture: closer, wider, move, all' },
  { key: 'Enter', face: 'Enter', does: 'In a reading: to the next one; after the last, keep' },
  {
    key: 'Escape',
    face: 'Esc',
    does: 'Leave a reading, so that the letters above work; close what is open; end a hold',
  },
];

/**
 * Whether a key belongs to a field, to the browser because a modifier is held, or to nobody because keys of one letter
 * are switched off.
 */
export function typesText(event: KeyboardEvent): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return true;
  if (!letterKeys() && event.key.length === 1 && event.key !== ' ') return true;
  const target = event.target as HTMLElement | null;
  return target !== null && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
}
