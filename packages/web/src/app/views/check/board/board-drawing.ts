import { type CheckDocument, groundDrawing, type LineResult, type ResultDocument } from '@lotrecht/contract';
import { angleText, leanOf, type Lean, LINE_TITLES, type LineKey } from '../../../ui/words.ts';

/** A point of the board in millimetres on the ground: x right, y down the screen, which is away from the target. */
export interface BoardPoint {
  readonly x: number;
  readonly y: number;
}

/** One line of the set-up as it is drawn. */
export interface BoardLine {
  readonly key: LineKey;
  readonly lean: Lean | 'none';
  readonly from: BoardPoint;
  readonly to: BoardPoint;
  readonly label: string;
  readonly labelAt: BoardPoint;
}

/** A measured gap: from the string to a mark, with the reading. */
export interface BoardGap {
  readonly from: BoardPoint;
  readonly to: BoardPoint;
  readonly text: string;
}

/** Everything on the board, to scale. */
export interface BoardDrawing {
  /** x, y, width, height. */
  readonly viewBox: readonly [number, number, number, number];
  readonly marks: readonly BoardPoint[];
  readonly gaps: readonly BoardGap[];
  readonly lines: readonly BoardLine[];
  readonly edge: { readonly heel: BoardPoint; readonly toe: BoardPoint } | null;
  readonly squareRodY: number | null;
}

/** An angle drawn larger than it is, always with a label that says so. */
export const MAGNIFICATION = 5;

const MM = 1000;
/** How far a line is drawn beyond its marks. */
const BEYOND_MM = 190;
/** Length of the face's aim. */
const AIM_MM = 330;
/** Room beside the outermost mark for the front of a shoe. */
const SHOE_ROOM_MM = 190;
/** Room beyond the string for the square rod. */
const ROD_ROOM_MM = 130;
/** What an empty board shows, as if a usual toe line had been read. */
const EMPTY_EXTENT = { across: 600, along: 400 };

function toBoard({ xM, yM }: { readonly xM: number; readonly yM: number }): BoardPoint {
  return { x: xM * MM, y: -yM * MM };
}

/** A point at a distance from another in the direction of an azimuth; downrange is up the screen. */
function toward(from: BoardPoint, azimuthDeg: number, distance: number): BoardPoint {
  const azimuth = (azimuthDeg * Math.PI) / 180;
  return { x: from.x + distance * Math.sin(azimuth), y: from.y - distance * Math.cos(azimuth) };
}

function middle(a: BoardPoint, b: BoardPoint): BoardPoint {
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
}

function leanOrNone(line: LineResult | undefined): Lean | 'none' {
  return (line && leanOf(line)?.lean) ?? 'none';
}

/** What is drawn; nulls while nothing can be. */
export interface BoardInput {
  readonly document: CheckDocument | null;
  readonly result: ResultDocument | null;
  readonly handedness: 'right' | 'left';
}

/**
 * The string board: the ground from above with every line where it was measured.
 *
 * @param magnified draws each line turned by five times its angle about its middle
 */
export function drawBoard({ document, result, handedness }: BoardInput, magnified: boolean): BoardDrawing {
  if (document === null || result === null) return emptyBoard(handedness);
  const ground = groundDrawing(document);
  const factor = magnified ? MAGNIFICATION : 1;
  const bodyLines = ground.bodyLines.flatMap(({ line, points }) => {
    const angle = result.lines[line];
    return angle === undefined
      ? []
      : [bodyLine({ line, angle, factor, lead: toBoard(points.lead), trail: toBoard(points.trail) })];
  });
  const edge = ground.face && { heel: toBoard(ground.face.heel), toe: toBoard(ground.face.toe) };
  const face = result.lines.face;
  const faceLine = edge && face ? [faceAim(middle(edge.heel, edge.toe), face, factor)] : [];
  const lines = [...bodyLines.map((b) => b.line), ...faceLine];
  const marks = bodyLines.flatMap((b) => b.marks);
  return {
    viewBox: viewBoxAround([...marks, ...lines.flatMap((l) => [l.from, l.to])], handedness),
    marks,
    gaps: bodyLines.flatMap((b) => b.gaps),
    lines,
    edge,
    squareRodY: ground.face ? -ground.face.rodYM * MM : null,
  };
}

interface BodyLineInput {
  readonly line: LineKey;
  readonly angle: LineResult;
  readonly factor: number;
  readonly lead: BoardPoint;
  readonly trail: BoardPoint;
}

function bodyLine({ line, angle, factor, lead, trail }: BodyLineInput): {
  line: BoardLine;
  marks: BoardDrawing['marks'];
  gaps: BoardGap[];
} {
  const half = Math.hypot(lead.x - trail.x, lead.y - trail.y) / 2 + BEYOND_MM;
  const centre = middle(lead, trail);
  const azimuth = angle.azimuthDeg * factor;
  const to = toward(centre, azimuth, half);
  return {
    line: {
      key: line,
      lean: leanOrNone(angle),
      from: toward(centre, azimuth, -half),
      to,
      label: `${LINE_TITLES[line]} ${angleText(angle)}`,
      labelAt: { x: to.x, y: to.y - 24 },
    },
    marks: [lead, trail],
    gaps: [lead, trail].map((mark) => ({
      from: { x: 0, y: mark.y },
      to: mark,
      text: String(Math.round(Math.abs(mark.x))),
    })),
  };
}

function faceAim(from: BoardPoint, angle: LineResult, factor: number): BoardLine {
  const to = toward(from, angle.azimuthDeg * factor, AIM_MM);
  return {
    key: 'face',
    lean: leanOrNone(angle),
    from,
    to,
    label: `Face ${angleText(angle)}`,
    labelAt: { x: to.x, y: to.y - 24 },
  };
}

function viewBoxAround(points: readonly BoardPoint[], handedness: 'right' | 'left'): BoardDrawing['viewBox'] {
  const ys = points.map((p) => p.y);
  const across = Math.max(0, ...points.map((p) => (handedness === 'right' ? -p.x : p.x)));
  const beyond = Math.max(0, ...points.map((p) => (handedness === 'right' ? p.x : -p.x)));
  const ownSide = Math.max(EMPTY_EXTENT.across / 2, across) + SHOE_ROOM_MM;
  const farSide = Math.max(ROD_ROOM_MM, beyond + 30);
  const top = Math.min(-AIM_MM, ...ys) - 110;
  const bottom = Math.max(150, ...ys) + 70;
  const left = handedness === 'right' ? -ownSide : -farSide;
  return [left, top, ownSide + farSide, bottom - top];
}

/** The same view, widened to the shape of the place it is shown in, so that the ground fills it. */
export function fitViewBox(
  [x, y, width, height]: BoardDrawing['viewBox'],
  aspect: number,
): BoardDrawing['viewBox'] {
  const fitWidth = Math.max(width, height * aspect);
  const fitHeight = Math.max(height, width / aspect);
  return [x - (fitWidth - width) / 2, y - (fitHeight - height) / 2, fitWidth, fitHeight];
}

function emptyBoard(handedness: 'right' | 'left'): BoardDrawing {
  const side = handedness === 'right' ? -1 : 1;
  const corner = { x: side * EMPTY_EXTENT.across, y: EMPTY_EXTENT.along };
  return {
    viewBox: viewBoxAround([corner, { ...corner, y: -corner.y }], handedness),
    marks: [],
    gaps: [],
    lines: [],
    edge: null,
    squareRodY: null,
  };
}
