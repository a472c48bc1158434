import { type PlaceInput, type PlaceView } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { PLACE_KINDS } from '../../words/place-kinds.ts';
import { recordKind } from '../record-kind.ts';

export const PLACE = recordKind<PlaceInput, PlaceView>(KIND.place, ({ name, kind, marks }) => [
  { label: 'Name', text: name },
  { label: 'Kind', text: PLACE_KINDS[kind] },
  {
    label: 'Seen from it',
    text: marks
      .map(
        (m) =>
          `${m.name} ${Math.round(m.distanceM)} m, ${m.bearingDeg.toFixed(1)}°${m.heightM === undefined ? '' : `, ${m.heightM} m high`}`,
      )
      .join('; '),
  },
]);
