/** Inks of a drawing, by what they are for; a renderer gives each its colour. */
export type Ink = 'ink' | 'soft' | 'line' | 'paper' | 'twine' | 'now' | 'in' | 'out' | 'ground' | 'water';

/** A place on the sheet, mm from its upper left corner: right and down. */
export type Place = readonly [xMm: number, yMm: number];

interface Named {
  /** What it is, for tests and for who reads the file; never shown. */
  readonly name?: string;
}

/** Straight pieces through places. */
interface PathShape extends Named {
  readonly kind: 'path';
  readonly places: readonly Place[];
  readonly closed?: boolean;
  readonly stroke?: Ink;
  readonly widthMm?: number;
  readonly dashMm?: readonly number[];
  readonly fill?: Ink;
}

/** A circle. */
export interface CircleShape extends Named {
  readonly kind: 'circle';
  readonly at: Place;
  readonly radiusMm: number;
  readonly stroke?: Ink;
  readonly widthMm?: number;
  readonly dashMm?: readonly number[];
  readonly fill?: Ink;
}

/** One line of text; `at` is on its base line. */
interface TextShape extends Named {
  readonly kind: 'text';
  readonly at: Place;
  readonly text: string;
  readonly sizeMm: number;
  readonly bold?: boolean;
  readonly anchor?: 'start' | 'middle' | 'end';
  readonly ink?: Ink;
}

/** Something drawn. */
export type Shape = PathShape | CircleShape | TextShape;

/** A drawing of a size, to be shown, printed or saved. */
export interface Sheet {
  readonly title: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly shapes: readonly Shape[];
}

/** Width of a line of text in the font it will be set in, mm. */
export type Measure = (text: string, sizeMm: number, bold: boolean) => number;

/** Moves shapes right and down. @example moved([{ kind: 'circle', at: [0, 0], radiusMm: 1 }], [2, 3])[0].at // [2, 3] */
export function moved(shapes: readonly Shape[], [dx, dy]: Place): readonly Shape[] {
  const move = ([x, y]: Place): Place => [x + dx, y + dy];
  return shapes.map((shape) =>
    shape.kind === 'path' ? { ...shape, places: shape.places.map(move) } : { ...shape, at: move(shape.at) },
  );
}
