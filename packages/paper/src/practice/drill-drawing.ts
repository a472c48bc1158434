import { azimuthFromHanded, type GroundPoint, radiansFromDegrees, sideSign } from '@lotrecht/core';
import { formatDistance, formatLength } from '@lotrecht/words';
import { type Ink, type Place, type Shape, type Sheet } from '../drawing/shape.ts';
import { type Drill, type Piece } from './drill.ts';
import { type DrillSizes } from './drill-sizes.ts';

/** Units of captions. */
export interface DrillUnits {
  readonly length: 'mm' | 'cm' | 'in';
  readonly distance: 'm' | 'yd';
}

/** What a piece is drawn as, m: x right of the line, y ahead of the ball. */
type Mark =
  | {
      readonly kind: 'line';
      readonly from: GroundPoint;
      readonly to: GroundPoint;
      readonly ink: Ink;
      readonly widthMm: number;
      readonly dashed?: boolean;
    }
  | {
      readonly kind: 'dot';
      readonly at: GroundPoint;
      readonly ink: Ink;
      readonly radiusMm: number;
      readonly hollow?: boolean;
    }
  | { readonly kind: 'name'; readonly at: GroundPoint; readonly text: string; readonly aside?: true };

const [WIDTH_MM, HEIGHT_MM, PAD_MM] = [90, 96, 7] as const;
/** What lies farther is drawn at the edge, with its distance. */
const [BEHIND_M, AHEAD_M] = [0.95, 1.25] as const;
const ROD_M = 1.22;
const ASIDE = { aside: true } as const;
const [CAPTION_MM, BALL_MM] = [4.2, 1.4] as const;
/** Shares of stature: between the kneecaps, and across hips and shoulders. */
const WIDTHS = { knees: 0.16, hips: 0.18, shoulders: 0.24, eyes: 0.08 } as const;
/** Ahead of the toes toward the ball, shares of stature. */
const OVER = { knees: 0.03, hips: -0.08, shoulders: 0.06 } as const;

/**
 * What a drill lays, from above, at a student’s sizes.
 *
 * @example drillDrawing({ name: 'Mark', lay: [{ piece: 'mark', aheadM: 0.4 }] }, drillSizes({ handedness: 'right', club: 'mid-iron', statureMm: null })).widthMm // 90
 */
export function drillDrawing(
  { name, lay }: Pick<Drill, 'name' | 'lay'>,
  sizes: DrillSizes,
  units: DrillUnits = { length: 'mm', distance: 'm' },
): Sheet {
  const own = -sideSign(sizes.handedness);
  const marks = [...lay.flatMap((piece) => marksOf(piece, sizes, units)), ...always(sizes)];
  const perM = (HEIGHT_MM - 2 * PAD_MM) / (AHEAD_M + BEHIND_M);
  const lineX = WIDTH_MM / 2 - own * (WIDTH_MM / 2 - PAD_MM - 0.2 * perM);
  const at = ({ xM, yM }: GroundPoint): Place => [
    within(lineX + xM * perM, PAD_MM, WIDTH_MM - PAD_MM),
    within(PAD_MM + (AHEAD_M - yM) * perM, PAD_MM, HEIGHT_MM - PAD_MM),
  ];
  const shapes = marks.map((mark): Shape => {
    switch (mark.kind) {
      case 'line':
        return {
          kind: 'path',
          places: [at(mark.from), at(mark.to)],
          stroke: mark.ink,
          widthMm: mark.widthMm,
          ...(mark.dashed === true && { dashMm: [2.2, 1.4] }),
        };
      case 'dot':
        return {
          kind: 'circle',
          at: at(mark.at),
          radiusMm: mark.radiusMm,
          stroke: mark.ink,
          widthMm: 0.4,
          fill: mark.hollow === true ? 'paper' : mark.ink,
        };
      case 'name': {
        const [beside, y] = at(mark.at);
        // What is said at the line does not touch it.
        const [line] = at(point(0, 0));
        const inside = own * (beside - line);
        const near = inside >= 0 && inside < CLEAR_MM ? line + own * CLEAR_MM : beside;
        // What would stand over feet and rods goes to the edge of the own side.
        const x = mark.aside === true ? (own < 0 ? PAD_MM / 2 : WIDTH_MM - PAD_MM / 2) : near;
        const anchor = x > WIDTH_MM * 0.62 ? 'end' : x < WIDTH_MM * 0.3 ? 'start' : 'middle';
        return { kind: 'text', at: [x, y], text: mark.text, sizeMm: CAPTION_MM, anchor, ink: 'soft' };
      }
    }
  });
  return {
    title: name,
    widthMm: WIDTH_MM,
    heightMm: HEIGHT_MM,
    shapes: [ground(), ...apart(shapes)],
  };
}

/** So far names stand from the line. */
const CLEAR_MM = 3;

function ground(): Shape {
  const corners: readonly Place[] = [
    [0, 0],
    [WIDTH_MM, 0],
    [WIDTH_MM, HEIGHT_MM],
    [0, HEIGHT_MM],
  ];
  return { kind: 'path', places: corners, closed: true, fill: 'ground' };
}

/** Names that would lie over each other go one below the other. */
function apart(shapes: readonly Shape[]): readonly Shape[] {
  const taken: number[] = [];
  const names = shapes
    .filter((shape) => shape.kind === 'text')
    .toSorted((a, b) => a.at[1] - b.at[1])
    .map((name) => {
      let y = name.at[1];
      while (taken.some((other) => Math.abs(other - y) < CAPTION_MM * 1.1)) y += 0.5;
      taken.push(y);
      return { ...name, at: [name.at[0], Math.min(y, HEIGHT_MM - 1)] as const };
    });
  return [...shapes.filter((shape) => shape.kind !== 'text'), ...names];
}

function within(value: number, least: number, most: number): number {
  return Math.max(least, Math.min(most, value));
}

/** The line and the ball on it. */
function always(sizes: DrillSizes): readonly Mark[] {
  const own = -sideSign(sizes.handedness);
  return [
    {
      kind: 'line',
      from: point(0, -BEHIND_M),
      to: point(0, AHEAD_M),
      ink: 'ink',
      widthMm: 0.4,
      dashed: true,
    },
    { kind: 'dot', at: point(0, 0), ink: 'ink', radiusMm: BALL_MM, hollow: true },
    { kind: 'name', at: point(own * 0.05, AHEAD_M - 0.03), text: 'to the target' },
  ];
}

function point(xM: number, yM: number): GroundPoint {
  return { xM, yM };
}

function marksOf(piece: Piece, sizes: DrillSizes, units: DrillUnits): readonly Mark[] {
  const side = sideSign(sizes.handedness);
  const own = -side;
  const { toesToBallM, stanceM, statureM } = sizes;
  const length = (m: number): string => formatLength(Math.round(m * 1000), units.length);
  const far = (m: number): string => (m < 1 ? length(m) : formatDistance(m, units.distance));
  const toes = own * toesToBallM;
  switch (piece.piece) {
    case 'rod': {
      const ahead = piece.at === 'ahead';
      const x = { toes, ball: own * 0.03, between: toes / 2, ahead: 0 }[piece.at];
      const middle = point(x, ahead ? 0.4 + ROD_M / 2 : 0);
      const said = {
        toes: `rod, ${length(toesToBallM)} from the ball`,
        ball: 'rod on the ball’s line',
        between: `rod, ${length(toesToBallM / 2)} from ball and toes`,
        ahead: `rod from ${length(0.4)} ahead`,
      }[piece.at];
      return [
        turned(middle, piece.turnDeg ?? 0, { lengthM: ROD_M, side, ink: 'now', widthMm: 1.2 }),
        { kind: 'name', at: point(x, ahead ? 0.7 : -0.72), text: said, ...(!ahead && ASIDE) },
      ];
    }
    case 'square-rod':
      return [
        {
          kind: 'line',
          from: point(own * 0.05, 0),
          to: point(own * (toesToBallM + 0.1), 0),
          ink: 'now',
          widthMm: 1.2,
        },
        { kind: 'name', at: point(own * 0.2, -0.06), text: 'square rod' },
      ];
    case 'mark':
      return [
        { kind: 'dot', at: point(0, Math.min(piece.aheadM, AHEAD_M)), ink: 'twine', radiusMm: 1.2 },
        {
          kind: 'name',
          at: point(own * 0.1, Math.min(piece.aheadM, AHEAD_M) - 0.03),
          text: `mark, ${far(piece.aheadM)} ahead`,
        },
      ];
    case 'gate':
      return [
        { kind: 'dot', at: point(0, Math.min(piece.aheadM, AHEAD_M)), ink: 'now', radiusMm: 1.8 },
        {
          kind: 'name',
          at: point(own * 0.1, Math.min(piece.aheadM, AHEAD_M) - 0.09),
          text: `upright rod, ${far(piece.aheadM)} ahead`,
        },
      ];
    case 'feet':
      return feetMarks(piece.as, sizes, length);
    case 'foot-rods':
      return [
        ...[1, -1].map((end): Mark => ({
          kind: 'line',
          from: point(own * (toesToBallM - 0.05), (end * stanceM) / 2),
          to: point(own * (toesToBallM + sizes.shoeM + 0.05), (end * stanceM) / 2),
          ink: 'now',
          widthMm: 1.2,
        })),
        { kind: 'name', at: point(toes, -stanceM / 2 - 0.12), text: `${length(stanceM)} apart`, aside: true },
      ];
    case 'upright':
      return [
        { kind: 'dot', at: point(toes, 0), ink: 'in', radiusMm: 1.5 },
        { kind: 'name', at: point(toes, 0.08), text: 'shaft upright', aside: true },
      ];
    case 'shaft':
      return [
        {
          kind: 'line',
          from: point(0, -0.02),
          to: point(own * (toesToBallM * 0.85), -0.02),
          ink: 'in',
          widthMm: 0.8,
        },
        {
          kind: 'line',
          from: point(-own * 0.04, -0.02),
          to: point(own * 0.04, -0.02),
          ink: 'in',
          widthMm: 1.6,
        },
        { kind: 'name', at: point(own * toesToBallM * 0.45, 0.05), text: 'club' },
      ];
    case 'across': {
      const overM = piece.line === 'eyes' ? toesToBallM - sizes.eyesInsideM : OVER[piece.line] * statureM;
      const at = point(own * (toesToBallM - overM), 0);
      const lengthM = WIDTHS[piece.line] * statureM + 0.25;
      const what = piece.line === 'eyes' ? 'brim under the eyes' : `club across the ${piece.line}`;
      return [
        turned(at, 0, { lengthM, side, ink: 'in', widthMm: 1 }),
        { kind: 'name', at: point(at.xM, lengthM / 2 + 0.05), text: what, aside: true },
      ];
    }
    case 'mirror': {
      const front = piece.at === 'front';
      const [from, to] = front
        ? [point(-own * 0.15, -0.3), point(-own * 0.15, 0.3)]
        : [point(own * 0.1, -BEHIND_M), point(own * 0.9, -BEHIND_M)];
      return [
        { kind: 'line', from, to, ink: 'water', widthMm: 2.4 },
        {
          kind: 'name',
          at: front ? point(-own * 0.05, 0.36) : point(own * 0.5, -BEHIND_M + 0.08),
          text: front ? 'mirror, beyond the ball' : 'mirror, two steps behind',
        },
      ];
    }
    case 'partner':
      return [
        { kind: 'dot', at: point(toes, -0.88), ink: 'soft', radiusMm: 2.4 },
        { kind: 'name', at: point(toes, -0.8), text: 'partner' },
      ];
    case 'aim':
      return aimMarks(piece.turnDeg, sizes);
    case 'targets':
      return piece.turnsDeg.map((turnDeg): Mark => ({
        kind: 'line',
        from: alongAzimuth(turnDeg, 0.8),
        to: alongAzimuth(turnDeg, AHEAD_M / Math.cos(radiansFromDegrees(turnDeg))),
        ink: 'twine',
        widthMm: 0.6,
      }));
    case 'kneecaps':
      return [
        ...[1, -1].map((end): Mark => ({
          kind: 'dot',
          at: point(own * (toesToBallM - OVER.knees * statureM), (end * WIDTHS.knees * statureM) / 2),
          ink: 'in',
          radiusMm: 1.4,
          hollow: true,
        })),
        { kind: 'name', at: point(toes, -0.2), text: 'under the kneecaps', aside: true },
      ];
    case 'head':
      return [
        { kind: 'dot', at: point(own * sizes.eyesInsideM, 0), ink: 'in', radiusMm: 3.4, hollow: true },
        {
          kind: 'name',
          at: point(own * sizes.eyesInsideM, 0.12),
          text: `eyes ${length(sizes.eyesInsideM)} inside`,
          aside: true,
        },
      ];
    case 'plumb':
      return [
        { kind: 'dot', at: point(toes - own * 0.05, -0.06), ink: 'in', radiusMm: 1.4 },
        { kind: 'dot', at: point(toes - own * 0.05, 0.02), ink: 'twine', radiusMm: 1.4, hollow: true },
        { kind: 'name', at: point(toes, 0.14), text: 'nose, and buckle behind it', aside: true },
      ];
    case 'walk-in':
      return [
        {
          kind: 'line',
          from: point(own * 0.1, -BEHIND_M),
          to: point(own * 0.75, -0.45),
          ink: 'soft',
          widthMm: 0.5,
          dashed: true,
        },
        {
          kind: 'line',
          from: point(own * 0.75, -0.45),
          to: point(own * (toesToBallM + 0.1), -0.05),
          ink: 'soft',
          widthMm: 0.5,
          dashed: true,
        },
        { kind: 'name', at: point(own * 0.6, -0.85), text: 'in from behind' },
      ];
  }
}

/** A straight piece about its middle, turned open or closed. */
function turned(
  middle: GroundPoint,
  turnDeg: number,
  how: { readonly lengthM: number; readonly side: 1 | -1; readonly ink: Ink; readonly widthMm: number },
): Mark {
  const azimuth = azimuthFromHanded(radiansFromDegrees(turnDeg), how.side > 0 ? 'right' : 'left');
  const [dx, dy] = [(Math.sin(azimuth) * how.lengthM) / 2, (Math.cos(azimuth) * how.lengthM) / 2];
  const end = (sign: number): GroundPoint => point(middle.xM + sign * dx, middle.yM + sign * dy);
  return { kind: 'line', from: end(-1), to: end(1), ink: how.ink, widthMm: how.widthMm };
}

/** From the ball, so far along a direction, degrees right of the target. */
function alongAzimuth(azimuthDeg: number, byM: number): GroundPoint {
  const rad = radiansFromDegrees(azimuthDeg);
  return point(Math.sin(rad) * byM, Math.cos(rad) * byM);
}

/** Negative turns go to the student’s own side. */
function aimMarks(turnDeg: number, { handedness }: DrillSizes): readonly Mark[] {
  const end = alongAzimuth(sideSign(handedness) * turnDeg, AHEAD_M - 0.1);
  return [
    { kind: 'line', from: point(0, 0), to: end, ink: 'out', widthMm: 0.6, dashed: true },
    { kind: 'name', at: point(end.xM, end.yM - 0.1), text: turnDeg < 0 ? 'aim here' : 'start it here' },
  ];
}

function feetMarks(
  as: 'stance' | 'together' | 'prints',
  { handedness, toesToBallM, stanceM, shoeM }: DrillSizes,
  length: (m: number) => string,
): readonly Mark[] {
  const own = -sideSign(handedness);
  const apart = as === 'together' ? 0.1 : stanceM;
  const feet = [1, -1].map((end): Mark => ({
    kind: 'line',
    from: point(own * toesToBallM, (end * apart) / 2),
    to: point(own * (toesToBallM + shoeM), (end * apart) / 2),
    ink: as === 'prints' ? 'in' : 'ink',
    widthMm: as === 'prints' ? 3 : 2,
  }));
  const said = { stance: `feet ${length(stanceM)} apart`, together: 'feet together', prints: 'footprints' }[
    as
  ];
  return [
    ...feet,
    { kind: 'name', at: point(own * (toesToBallM + shoeM / 2), apart / 2 + 0.08), text: said, aside: true },
  ];
}
