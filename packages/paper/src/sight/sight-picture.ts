import {
  type GroundPoint,
  project,
  type SightNumbers,
  sightScene,
  type SightWish,
  type SpacePoint,
  type View,
} from '@lotrecht/core';
import { type CircleShape, type Ink, type Place, type Shape, type Sheet } from '../drawing/shape.ts';

/** What is seen, and how it is set. */
export interface PicturedSight extends SightWish {
  /** Size of the words, mm; larger where the picture is looked at on a phone. Default 3.6. */
  readonly captionMm?: number;
}

/** The picture with what is needed to read angles from its coordinates. */
export interface SightPicture {
  readonly sheet: Sheet;
  readonly view: View;
  /** Distance of the picture plane, mm, and the middle of the look on the sheet. */
  readonly focalMm: number;
  readonly middle: Place;
  readonly numbers: SightNumbers;
  /** What it was drawn for, to draw it again otherwise. */
  readonly wish: PicturedSight;
}

const HEIGHT_MM = 120;
const WIDTH_MM = 180;
/** Lines of words over the horizon, the lowest first. */
const ROWS = { landmark: 1.7, target: 3.1, body: 4.5, seems: 5.9, felt: 7.3 } as const;
const SKY_ROWS = 8.4;
const CAPTION_MM = 3.6;
const BOTTOM_MM = 12;
const CORNERS: readonly Place[] = [
  [0, 0],
  [WIDTH_MM, 0],
  [WIDTH_MM, HEIGHT_MM],
  [0, HEIGHT_MM],
];

/**
 * The picture from a student's own eyes, in true perspective: the mark, the rods, the target and landmarks, where the
 * mark seems to stand and where the body points.
 *
 * @throws RefusedInput for eyes, marks and targets that cannot be
 */
export function sightPicture(wish: PicturedSight): SightPicture {
  const scene = sightScene(wish);
  const { view, halfHeight, halfWidth, numbers } = scene;
  const captionMm = wish.captionMm ?? CAPTION_MM;
  const skyMm = SKY_ROWS * captionMm;
  // The horizon and the mark are both in sight, and so is everything that is told beside the target.
  const focalMm = Math.min((HEIGHT_MM - skyMm - BOTTOM_MM) / (2 * halfHeight), WIDTH_MM / 2 / halfWidth);
  const middle: Place = [WIDTH_MM / 2, skyMm + focalMm * halfHeight];
  const horizonMm = middle[1] - focalMm * Math.tan(view.loweredRad);
  // A body that points where it should is not drawn as one that is out.
  const bodyInk: Ink = wish.stands === 'goal' ? 'in' : 'out';
  const place = (point: SpacePoint): Place | null => {
    const seen = project(view, point);
    return seen === null ? null : [middle[0] + focalMm * seen.right, middle[1] - focalMm * seen.up];
  };
  const at = ({ xM, yM }: GroundPoint): Place | null => place({ xM, yM, zM: 0 });
  const cord = (
    name: string,
    points: readonly (Place | null | undefined)[],
    style: Pick<Extract<Shape, { kind: 'path' }>, 'stroke' | 'widthMm' | 'dashMm'>,
  ): readonly Shape[] => {
    const places = points.filter((p): p is Place => p !== null && p !== undefined);
    return places.length < 2 ? [] : [{ kind: 'path', name, places, ...style }];
  };
  const [target, mark, body, seeming] = [scene.target, scene.mark, scene.body[1], scene.seeming].map(at);
  const felt = scene.felt === null ? null : at(scene.felt);
  const label = (
    p: Place | null | undefined,
    text: string,
    row: keyof typeof ROWS,
    ink: Ink,
  ): readonly Shape[] => {
    if (p === null || p === undefined || p[0] < 0 || p[0] > WIDTH_MM) return [];
    const y = horizonMm - ROWS[row] * captionMm + captionMm;
    const half = (text.length * LETTER * captionMm) / 2 + 1;
    const x = Math.min(WIDTH_MM - half, Math.max(half, p[0]));
    return [
      { kind: 'path', places: [p, [p[0], y]], stroke: ink, widthMm: 0.25 },
      ...captioned([x, y], text, { ink, sizeMm: captionMm }),
    ];
  };
  const shapes: readonly Shape[] = [
    { kind: 'path', name: 'sheet', places: CORNERS, closed: true, fill: 'paper' },
    {
      kind: 'path',
      name: 'water',
      places: [
        [0, horizonMm],
        [WIDTH_MM, horizonMm],
        [WIDTH_MM, HEIGHT_MM],
        [0, HEIGHT_MM],
      ],
      closed: true,
      fill: 'ground',
    },
    ...cord(
      'horizon',
      [
        [0, horizonMm],
        [WIDTH_MM, horizonMm],
      ],
      { stroke: 'line', widthMm: 0.3 },
    ),
    ...cord('target-line', [mark, target], { stroke: 'ink', widthMm: 0.3, dashMm: [2, 1.4] }),
    ...cord('target-rod', [at(scene.mark), at(scene.rodEnd)], {
      stroke: 'twine',
      widthMm: 1.2,
    }),
    ...cord('body-line', scene.body.map(at), {
      stroke: bodyInk,
      widthMm: 0.8,
    }),
    ...cord('seeming', [mark, seeming], { stroke: 'now', widthMm: 0.5, dashMm: [1, 1] }),
    ...dot('mark', mark, { radiusMm: 1.6, fill: 'now', stroke: 'ink', widthMm: 0.3 }),
    ...dot('target', target, { radiusMm: 1.4, fill: 'in' }),
    ...dot('body-points', body, { radiusMm: 1.1, fill: bodyInk }),
    ...dot('mark-seems', seeming, { radiusMm: 1.1, stroke: 'now', widthMm: 0.6 }),
    ...feltSign(felt),
    // The highest first: the strip of a lower one lies over the cord of a higher one.
    ...label(felt, 'felt', 'felt', 'ink'),
    ...label(seeming, `mark seems ${seemsText(numbers)}`, 'seems', 'now'),
    ...label(body, `body points ${sidedMetres(numbers.bodyPointsM)}`, 'body', bodyInk),
    ...label(target, wish.target.name, 'target', 'in'),
    ...scene.landmarks.flatMap((l) => label(at(l.at), l.name, 'landmark', 'soft')),
  ];
  return {
    sheet: { title: 'Sight picture', widthMm: WIDTH_MM, heightMm: HEIGHT_MM, shapes: inside(shapes) },
    view,
    focalMm,
    middle,
    wish,
    numbers,
  };
}

function dot(
  name: string,
  at: Place | null | undefined,
  style: Omit<CircleShape, 'kind' | 'at' | 'name'>,
): readonly Shape[] {
  return at === null || at === undefined ? [] : [{ kind: 'circle', name, at, ...style }];
}

/** Felt aim: a bob's point over the place. */
function feltSign(at: Place | null): readonly Shape[] {
  if (at === null) return [];
  const [x, y] = at;
  return [
    {
      kind: 'path',
      name: 'felt',
      places: [
        [x, y + 1.6],
        [x - 1.6, y - 1.4],
        [x + 1.6, y - 1.4],
      ],
      closed: true,
      stroke: 'ink',
      fill: 'paper',
      widthMm: 0.4,
    },
  ];
}

/** A share of the letters' size that one of them takes on the average. */
const LETTER = 0.54;

/** How words are set. */
interface Caption {
  readonly ink: Ink;
  readonly sizeMm: number;
}

/** Words on a strip of paper, so that the cords of other words do not run through them. */
function captioned([x, y]: Place, text: string, { ink, sizeMm }: Caption): readonly Shape[] {
  const half = (text.length * LETTER * sizeMm) / 2 + 0.6;
  return [
    {
      kind: 'path',
      places: [
        [x - half, y - sizeMm],
        [x + half, y - sizeMm],
        [x + half, y + 1],
        [x - half, y + 1],
      ],
      closed: true,
      fill: 'paper',
    },
    { kind: 'text', at: [x, y], text, sizeMm, bold: ink !== 'soft', anchor: 'middle', ink },
  ];
}

/** Beyond this many metres beside the target nobody pictures metres: degrees say more. */
const PICTURED_M = 40;

function seemsText({ markSeemsM, markSeemsDeg }: SightNumbers): string {
  if (Math.abs(markSeemsM) <= PICTURED_M) return sidedMetres(markSeemsM);
  return `${Math.abs(markSeemsDeg).toFixed(0)}° ${markSeemsM < 0 ? 'left' : 'right'}`;
}

/** Metres at the target with their side. @example sidedMetres(-10.22) // '10 m left' */
export function sidedMetres(metres: number): string {
  const size = Math.abs(metres);
  const text = size < 2 ? size.toFixed(1) : size.toFixed(0);
  return Number(text) === 0 ? 'on the target' : `${text} m ${metres < 0 ? 'left' : 'right'}`;
}

/** Cords that leave the picture are cut at its edge. */
function inside(shapes: readonly Shape[]): readonly Shape[] {
  return shapes.map((shape) => {
    if (shape.kind !== 'path' || shape.closed === true || shape.places.length !== 2) return shape;
    const [a, b] = shape.places;
    return a === undefined || b === undefined ? shape : { ...shape, places: [cut(a, b), b] };
  });
}

/** The first place of a cord, brought to the lower edge where it lies beyond it. */
function cut(a: Place, b: Place): Place {
  if (a[1] <= HEIGHT_MM || a[1] === b[1]) return a;
  const share = (HEIGHT_MM - b[1]) / (a[1] - b[1]);
  return [b[0] + share * (a[0] - b[0]), HEIGHT_MM];
}
