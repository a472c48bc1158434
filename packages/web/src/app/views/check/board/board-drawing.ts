import { groundDrawing } from '@lotrecht/judging';
import { type CheckDocument, type LineResult, type ResultDocument } from '@lotrecht/records';
import { radiansFromDegrees } from '@lotrecht/core';
import { angleText, leanOf, type Lean, LINE_TITLES, type LineKey } from '../../../words/words.ts';

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
  /** Marks of the toes: where usual shoes are drawn. */
  readonly toeMarks: readonly BoardPoint[];
  readonly gaps: readonly BoardGap[];
  readonly lines: readonly BoardLine[];
  readonly edge: { readonly heel: BoardPoint; readonly toe: BoardPoint } | null;
  readonly squareRodY: number | null;
}

/** An angle drawn larger than it is, always with a label that says so. */
export const MAGNIFICATION = 5;

/** Up to so many body lines are drawn with their gaps and whole labels. */
export const MOST_WITH_GAPS = 2;

const MM = 1000;
/** From here on a line needs little room beyond its marks. */
const LONG_MM = 800;
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
  const azimuth = radiansFromDegrees(azimuthDeg);
  return { x: from.x + distance * Math.sin(azimuth), y: from.y - distance * Math.cos(azimuth) };
}

function middle(a: BoardPoint, b: BoardPoint): BoardPoint {
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
}

function leanOrNone(result: ResultDocument, line: LineKey): Lean | 'none' {
  return leanOf(result, line)?.lean ?? 'none';
}

/** What is drawn; nulls while nothing can be. */
export interface BoardInput {
  readonly document: CheckDocument | null;
  readonly result: ResultDocument | null;
  readonly handedness: 'right' | 'left';
  /** φ of every line as it should be, degrees: drawn instead of what was read. */
  readonly goalsDeg?: Partial<Readonly<Record<LineKey, number>>>;
}

/**
 * The string board: the ground from above with every line where it was measured.
 *
 * @param magnified draws each line turned by five times its angle about its middle
 */
export function drawBoard(input: BoardInput, magnified: boolean): BoardDrawing {
  const { document, result, handedness, goalsDeg } = input;
  const side = handedness === 'right' ? 1 : -1;
  if (document === null || result === null) return emptyBoard(handedness);
  const ground = groundDrawing(document);
  const factor = magnified ? MAGNIFICATION : 1;
  const bodyLines = ground.bodyLines.flatMap(({ line, points }) => {
    const angle = result.lines[line];
    return angle === undefined
      ? []
      : [
          goalsDeg === undefined
            ? bodyLine({
                line,
                angle,
                lean: leanOrNone(result, line),
                factor,
                lead: toBoard(points.lead),
                trail: toBoard(points.trail),
              })
            : lineAtGoal(
                {
                  line,
                  angle,
                  lean: 'in',
                  factor,
                  lead: toBoard(points.lead),
                  trail: toBoard(points.trail),
                },
                side * (goalsDeg[line] ?? 0),
              ),
        ];
  });
  const edge = ground.face && { heel: toBoard(ground.face.heel), toe: toBoard(ground.face.toe) };
  const face = result.lines.face;
  const faceDeg = goalsDeg === undefined ? face?.azimuthDeg : side * (goalsDeg.face ?? 0);
  const faceLine =
    edge && face && faceDeg !== undefined
      ? [
          faceAim(middle(edge.heel, edge.toe), faceDeg * factor, {
            label: goalsDeg === undefined ? `Face ${angleText(face)}` : 'Face as it should be',
            lean: goalsDeg === undefined ? leanOrNone(result, 'face') : 'in',
          }),
        ]
      : [];
  const lines = [...bodyLines.map((b) => b.line), ...faceLine];
  const marks = bodyLines.flatMap((b) => b.marks);
  return {
    viewBox: viewBoxAround([...marks, ...lines.flatMap((l) => [l.from, l.to])], handedness, lines.length),
    marks,
    toeMarks: bodyLines.find((b) => b.line.key === 'toes')?.marks ?? [],
    // Numbers of many lines would lie over each other; their fields show them.
    gaps: bodyLines.length > MOST_WITH_GAPS ? [] : bodyLines.flatMap((b) => b.gaps),
    lines,
    edge: edge && goalsDeg !== undefined ? edgeAt(edge, side * (goalsDeg.face ?? 0)) : edge,
    squareRodY: ground.face ? -ground.face.rodYM * MM : null,
  };
}

interface BodyLineInput {
  readonly line: LineKey;
  readonly angle: LineResult;
  readonly lean: Lean | 'none';
  readonly factor: number;
  readonly lead: BoardPoint;
  readonly trail: BoardPoint;
}

function bodyLine({ line, angle, lean, factor, lead, trail }: BodyLineInput): {
  line: BoardLine;
  marks: BoardDrawing['marks'];
  gaps: BoardGap[];
} {
  const length = Math.hypot(lead.x - trail.x, lead.y - trail.y);
  const half = length / 2 + (length > LONG_MM ? BEYOND_MM / 4 : BEYOND_MM);
  const centre = middle(lead, trail);
  const azimuth = angle.azimuthDeg * factor;
  const to = toward(centre, azimuth, half);
  return {
    line: {
      key: line,
      lean,
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

/** The same line pivoted about its lead mark onto its goal: what the trail end is moved to. */
function lineAtGoal(input: BodyLineInput, goalDeg: number): ReturnType<typeof bodyLine> {
  const { line, factor, lead, trail } = input;
  const length = Math.hypot(lead.x - trail.x, lead.y - trail.y);
  const moved = toward(lead, goalDeg, -length);
  const half = length / 2 + (length > LONG_MM ? BEYOND_MM / 4 : BEYOND_MM);
  const centre = middle(lead, moved);
  const to = toward(centre, goalDeg * factor, half);
  return {
    line: {
      key: line,
      lean: 'in',
      from: toward(centre, goalDeg * factor, -half),
      to,
      label: `${LINE_TITLES[line]} as it should be`,
      labelAt: { x: to.x, y: to.y - 24 },
    },
    marks: [lead, moved],
    gaps: [],
  };
}

/** The leading edge turned about its middle until the face points where it should. */
function edgeAt(
  { heel, toe }: NonNullable<BoardDrawing['edge']>,
  goalDeg: number,
): NonNullable<BoardDrawing['edge']> {
  const centre = middle(heel, toe);
  const half = Math.hypot(heel.x - toe.x, heel.y - toe.y) / 2;
  const across = heel.x < toe.x ? -1 : 1;
  return {
    heel: toward(centre, goalDeg + 90 * across, half),
    toe: toward(centre, goalDeg - 90 * across, half),
  };
}

function faceAim(
  from: BoardPoint,
  pointsDeg: number,
  { label, lean }: Pick<BoardLine, 'label' | 'lean'>,
): BoardLine {
  const to = toward(from, pointsDeg, AIM_MM);
  return {
    key: 'face',
    lean,
    from,
    to,
    label,
    labelAt: { x: to.x, y: to.y - 24 },
  };
}

function viewBoxAround(
  points: readonly BoardPoint[],
  handedness: 'right' | 'left',
  lines: number,
): BoardDrawing['viewBox'] {
  const ys = points.map((p) => p.y);
  const across = Math.max(0, ...points.map((p) => (handedness === 'right' ? -p.x : p.x)));
  const beyond = Math.max(0, ...points.map((p) => (handedness === 'right' ? p.x : -p.x)));
  const ownSide = Math.max(EMPTY_EXTENT.across / 2, across) + SHOE_ROOM_MM;
  const farSide = Math.max(ROD_ROOM_MM, beyond + 30);
  // Names of many lines stand in rows above them.
  const top = Math.min(-AIM_MM, ...ys) - (lines > MOST_WITH_GAPS + 1 ? 300 : 110);
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
    viewBox: viewBoxAround([corner, { ...corner, y: -corner.y }], handedness, 0),
    marks: [],
    toeMarks: [],
    gaps: [],
    lines: [],
    edge: null,
    squareRodY: null,
  };
}
