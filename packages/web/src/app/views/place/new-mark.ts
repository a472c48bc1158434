import { type PlaceMark } from '@lotrecht/records';
import { parseDistance, parseLength } from '@lotrecht/words';
import {
  bearingBeside,
  degreesFromRadians,
  radiansFromDegrees,
  RefusedInput,
  requireLandmark,
} from '@lotrecht/core';

/** What is typed for a new mark. */
export interface TypedMark {
  readonly name: string;
  readonly kind: PlaceMark['kind'];
  readonly distance: string;
  /** Beside which mark; empty for the first one, which is the zero. */
  readonly besideId: string;
  readonly side: 'left' | 'right';
  readonly offset: string;
  /** Degrees, or a distance square to the line to the other mark. */
  readonly offsetIn: 'deg' | 'across';
}

/** Which field is wrong, and what to type there. */
export interface MarkSlip {
  readonly field: 'name' | 'distance' | 'offset';
  readonly message: string;
}

/** A typed mark with its bearing, or the first slip in it. */
export function readMark(
  typed: TypedMark,
  marks: readonly PlaceMark[],
  unit: 'm' | 'yd',
): PlaceMark | MarkSlip {
  const name = typed.name.trim();
  if (name === '') return { field: 'name', message: 'Name it, as you call it on the tee.' };
  if (marks.some((m) => m.name === name)) {
    return { field: 'name', message: `“${name}” is there already. Give it another name.` };
  }
  const distance = parseDistance(typed.distance, unit);
  if (distance.kind === 'slip') return { field: 'distance', message: distance.message };
  if (distance.kind === 'empty')
    return { field: 'distance', message: 'Type how far it is, paced or by laser.' };
  const distanceM = distance.mm / 1000;
  const bearing = readBearing(typed, marks, { distanceM, unit });
  if (typeof bearing !== 'number') return bearing;
  try {
    requireLandmark({ distanceM, bearingRad: bearing });
  } catch (error) {
    if (!(error instanceof RefusedInput)) throw error;
    const field = error.field === 'distanceM' ? 'distance' : 'offset';
    const read = field === 'distance' ? `Read ${typed.distance.trim()}. ` : '';
    return { field, message: `${read}${error.detail.advice}` };
  }
  return {
    id: crypto.randomUUID(),
    name,
    kind: typed.kind,
    distanceM: Number(distanceM.toFixed(3)),
    bearingDeg: Number(degreesFromRadians(bearing).toFixed(4)),
  };
}

function readBearing(
  typed: TypedMark,
  marks: readonly PlaceMark[],
  { distanceM, unit }: { readonly distanceM: number; readonly unit: 'm' | 'yd' },
): number | MarkSlip {
  const beside = marks.find((m) => m.id === typed.besideId);
  if (beside === undefined) return 0;
  const from = radiansFromDegrees(beside.bearingDeg);
  if (typed.offset.trim() === '') return from;
  const sign = typed.side === 'left' ? -1 : 1;
  if (typed.offsetIn === 'deg') {
    const degrees = Number(typed.offset.replace(',', '.').replace('°', ''));
    return Number.isFinite(degrees)
      ? from + sign * radiansFromDegrees(degrees)
      : { field: 'offset', message: `Read “${typed.offset.trim()}”. Type degrees, for example 3.8.` };
  }
  const across = parseLength(typed.offset, unit);
  if (across.kind !== 'value') {
    return {
      field: 'offset',
      message: across.kind === 'slip' ? across.message : 'Type how far to the side.',
    };
  }
  try {
    return bearingBeside((sign * across.mm) / 1000, distanceM, from);
  } catch (error) {
    if (!(error instanceof RefusedInput)) throw error;
    return { field: 'offset', message: error.detail.advice };
  }
}
