import {
  azimuthFromHanded,
  degreesFromRadians,
  eyeAtAddress,
  type Handedness,
  markShift,
  meetsAt,
  project,
  radiansFromDegrees,
  sideSign,
  type SpacePoint,
  type View,
} from '@lotrecht/core';
import { type Ink, type Place, type Shape, type Sheet } from '../drawing/shape.ts';

/** A target or landmark as it is seen from the ball. */
export interface SeenMark {
  readonly name: string;
  readonly distanceM: number;
  /** From the target line, degrees, right positive. */
  readonly bearingDeg: number;
}

/** What a student's eyes see at address. */
export interface SightWish {
  readonly handedness: Handedness;
  /** Gap of the eyes from the target line, m. */
  readonly eyesInsideM: number;
  readonly eyesBehindM: number;
  readonly eyeHeightM: number;
  /** Lifted out of posture by this much further inside, m; 0: the head is rolled under. */
  readonly liftedM: number;
  /** φ of the body, degrees: as it is, or as it should be. */
  readonly bodyTurnDeg: number;
  /** Toe line to ball, m. */
  readonly toesToBallM: number;
  /** Mark on the target line, m ahead. */
  readonly markM: number;
  readonly rodM: number;
  readonly target: { readonly name: string; readonly distanceM: number };
  readonly landmarks: readonly SeenMark[];
  /** Where the student feels aimed, degrees from the target, right positive; null: not asked. */
  readonly feltDeg: number | null;
  /** Size of the words, mm; larger where the picture is looked at on a phone. Default 3.6. */
  readonly captionMm?: number;
}

/** Numbers that the picture shows. Metres at the target and degrees, right positive. */
export interface SightNumbers {
  readonly markSeemsM: number;
  readonly markSeemsDeg: number;
  readonly bodyPointsM: number;
  readonly bodyPointsDeg: number;
  readonly feltM: number | null;
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
  readonly wish: SightWish;
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
/** Half of what is seen to either side, degrees, at the least. */
const LEAST_HALF_DEG = 9;
const NEAR_GROUND_M = 0.15;

/**
 * The picture from a student's own eyes, in true perspective: the mark, the rods, the target and landmarks, where the
 * mark seems to stand and where the body points.
 *
 * @throws RefusedInput for eyes, marks and targets that cannot be
 */
export function sightPicture(wish: SightWish): SightPicture {
  const s = sideSign(wish.handedness);
  const turnRad = radiansFromDegrees(wish.bodyTurnDeg);
  const { distanceM } = wish.target;
  const eye = eyeAtAddress({
    handedness: wish.handedness,
    insideM: wish.eyesInsideM,
    behindM: wish.eyesBehindM,
    heightM: wish.eyeHeightM,
    bodyTurnRad: turnRad,
    liftedM: wish.liftedM,
  });
  const bodyAzimuthRad = azimuthFromHanded(turnRad, wish.handedness);
  const toes = {
    xM: -s * wish.toesToBallM * Math.cos(bodyAzimuthRad),
    yM: s * wish.toesToBallM * Math.sin(bodyAzimuthRad),
  };
  const bodyPointsM = meetsAt(toes, bodyAzimuthRad, distanceM);
  // As this student's eyes see it, turned as they are.
  const seems = markShift({
    handedness: wish.handedness,
    insideM: -s * eye.xM,
    behindM: -eye.yM,
    markM: wish.markM,
    targetM: distanceM,
  });
  const markSeemsM = seems.lateralM;
  const feltM = wish.feltDeg === null ? null : distanceM * Math.tan(radiansFromDegrees(wish.feltDeg));
  const lowest = Math.atan2(eye.zM, wish.markM - eye.yM);
  const azimuthOf = (xM: number, yM: number): number => Math.atan2(xM - eye.xM, yM - eye.yM);
  // A body that points where it should is not drawn as one that is out.
  const bodyInk = Math.abs(wish.bodyTurnDeg) < 1e-9 ? ('in' as const) : ('out' as const);
  const shown = [
    azimuthOf(0, distanceM),
    azimuthOf(0, wish.markM),
    azimuthOf(bodyPointsM, distanceM),
    ...(feltM === null ? [] : [azimuthOf(feltM, distanceM)]),
  ];
  const look = (Math.min(...shown) + Math.max(...shown)) / 2;
  const view: View = { eye, azimuthRad: look, loweredRad: lowest / 2 };
  // The horizon and the mark are both in sight, and so is everything that is told beside the target.
  const halfHeight = Math.tan(lowest / 2);
  const halfWidth = Math.max(
    Math.tan(radiansFromDegrees(LEAST_HALF_DEG)),
    (1.25 * Math.max(...shown.map((a) => Math.abs(Math.tan(a - look))))) / Math.cos(lowest / 2),
  );
  const captionMm = wish.captionMm ?? CAPTION_MM;
  const skyMm = SKY_ROWS * captionMm;
  const focalMm = Math.min((HEIGHT_MM - skyMm - BOTTOM_MM) / (2 * halfHeight), WIDTH_MM / 2 / halfWidth);
  const middle: Place = [WIDTH_MM / 2, skyMm + focalMm * halfHeight];
  const horizonMm = middle[1] - focalMm * Math.tan(view.loweredRad);
  const place = (point: SpacePoint): Place | null => {
    const seen = project(view, point);
    return seen === null ? null : [middle[0] + focalMm * seen.right, middle[1] - focalMm * seen.up];
  };
  const onGround = (xM: number, yM: number): Place | null => place({ xM, yM, zM: 0 });
  const cord = (
    name: string,
    points: readonly (Place | null)[],
    style: Pick<Extract<Shape, { kind: 'path' }>, 'stroke' | 'widthMm' | 'dashMm'>,
  ): readonly Shape[] => {
    const places = points.filter((p): p is Place => p !== null);
    return places.length < 2 ? [] : [{ kind: 'path', name, places, ...style }];
  };
  const target = onGround(0, distanceM);
  const mark = onGround(0, wish.markM);
  const body = onGround(bodyPointsM, distanceM);
  const felt = feltM === null ? null : onGround(feltM, distanceM);
  const seeming = onGround(markSeemsM, distanceM);
  const along = (yM: number): { readonly xM: number; readonly yM: number } => ({
    xM: meetsAt(toes, bodyAzimuthRad, yM),
    yM,
  });
  const at = (p: { readonly xM: number; readonly yM: number }): Place | null => onGround(p.xM, p.yM);
  const label = (p: Place | null, text: string, row: keyof typeof ROWS, ink: Ink): readonly Shape[] => {
    if (p === null || p[0] < 0 || p[0] > WIDTH_MM) return [];
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
    ...cord('target-rod', [onGround(0, wish.markM), onGround(0, wish.markM + wish.rodM)], {
      stroke: 'twine',
      widthMm: 1.2,
    }),
    ...cord('body-line', [at(along(Math.max(NEAR_GROUND_M, toes.yM + NEAR_GROUND_M))), body], {
      stroke: bodyInk,
      widthMm: 0.8,
    }),
    ...cord('seeming', [mark, seeming], { stroke: 'now', widthMm: 0.5, dashMm: [1, 1] }),
    ...(mark === null
      ? []
      : [
          {
            kind: 'circle' as const,
            name: 'mark',
            at: mark,
            radiusMm: 1.6,
            fill: 'now' as const,
            stroke: 'ink' as const,
            widthMm: 0.3,
          },
        ]),
    ...(target === null
      ? []
      : [{ kind: 'circle' as const, name: 'target', at: target, radiusMm: 1.4, fill: 'in' as const }]),
    ...(body === null
      ? []
      : [{ kind: 'circle' as const, name: 'body-points', at: body, radiusMm: 1.1, fill: bodyInk }]),
    ...(seeming === null
      ? []
      : [
          {
            kind: 'circle' as const,
            name: 'mark-seems',
            at: seeming,
            radiusMm: 1.1,
            stroke: 'now' as const,
            widthMm: 0.6,
          },
        ]),
    ...(felt === null
      ? []
      : [
          {
            kind: 'path' as const,
            name: 'felt',
            places: [
              [felt[0], felt[1] + 1.6],
              [felt[0] - 1.6, felt[1] - 1.4],
              [felt[0] + 1.6, felt[1] - 1.4],
            ] as const,
            closed: true,
            stroke: 'ink' as const,
            fill: 'paper' as const,
            widthMm: 0.4,
          },
        ]),
    // The highest first: the strip of a lower one lies over the cord of a higher one.
    ...label(felt, 'felt', 'felt', 'ink'),
    ...label(seeming, `mark seems ${seemsText(markSeemsM, seems.angleRad)}`, 'seems', 'now'),
    ...label(body, `body points ${sidedMetres(bodyPointsM)}`, 'body', bodyInk),
    ...label(target, wish.target.name, 'target', 'in'),
    ...wish.landmarks.flatMap(({ name, distanceM: away, bearingDeg }) => {
      const bearing = radiansFromDegrees(bearingDeg);
      const p = onGround(away * Math.sin(bearing), away * Math.cos(bearing));
      return label(p, name, 'landmark', 'soft');
    }),
  ];
  return {
    sheet: { title: 'Sight picture', widthMm: WIDTH_MM, heightMm: HEIGHT_MM, shapes: inside(shapes) },
    view,
    focalMm,
    middle,
    wish,
    numbers: {
      markSeemsM,
      markSeemsDeg: degreesFromRadians(seems.angleRad),
      bodyPointsM,
      bodyPointsDeg: degreesFromRadians(Math.atan2(bodyPointsM, distanceM)),
      feltM,
    },
  };
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

function seemsText(metres: number, angleRad: number): string {
  if (Math.abs(metres) <= PICTURED_M) return sidedMetres(metres);
  return `${Math.abs(degreesFromRadians(angleRad)).toFixed(0)}° ${metres < 0 ? 'left' : 'right'}`;
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
