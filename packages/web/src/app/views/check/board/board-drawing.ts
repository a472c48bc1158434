import { type GroundPoint, type SceneFace, type SceneLine, sideSign } from '@lotrecht/core';
import { sceneOfCheck } from '@lotrecht/judging';
import { type CheckDocument, type ResultDocument } from '@lotrecht/records';
import { angleText, leanOf, type Lean, LINE_TITLES, type LineKey } from '../../../words/words.ts';

/** A point of the board in millimetres on the ground: x right, y down the screen, which is away from the target. */
interface BoardPoint {
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
}

/** A measured gap: from the string to a mark, with the reading. */
interface BoardGap {
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
/** Room for the face's aim. */
const AIM_MM = 330;
/** Room beside the outermost mark for the front of a shoe. */
const SHOE_ROOM_MM = 190;
/** Room beyond the string for the square rod. */
const ROD_ROOM_MM = 130;
/** What an empty board shows, as if a usual toe line had been read. */
const EMPTY_EXTENT = { across: 600, along: 400 };

function toBoard({ xM, yM }: GroundPoint): BoardPoint {
  return { x: xM * MM, y: -yM * MM };
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
  if (document === null || result === null) return emptyBoard(handedness);
  const scene = sceneOfCheck(document, result, {
    magnification: magnified ? MAGNIFICATION : 1,
    ...(goalsDeg && { goalsDeg }),
  });
  const named = (key: LineKey, at: { readonly from: GroundPoint; readonly to: GroundPoint }): BoardLine => {
    const angle = result.lines[key];
    const to = toBoard(at.to);
    const isRead = goalsDeg === undefined && angle !== undefined;
    return {
      key,
      lean: isRead ? (leanOf(result, key)?.lean ?? 'none') : 'in',
      from: toBoard(at.from),
      to,
      label: `${LINE_TITLES[key]} ${isRead ? angleText(angle) : 'as it should be'}`,
    };
  };
  const lines = [
    ...scene.lines.map(({ line, drawn }) => named(line, drawn)),
    ...(scene.face?.aim ? [named('face', scene.face.aim)] : []),
  ];
  const marks = scene.lines.flatMap(marksOf);
  const hasGaps = goalsDeg === undefined && scene.lines.length <= MOST_WITH_GAPS;
  return {
    viewBox: viewBoxAround([...marks, ...lines.flatMap((l) => [l.from, l.to])], handedness, lines.length),
    marks,
    toeMarks: scene.lines.filter(({ line }) => line === 'toes').flatMap(marksOf),
    // Numbers of many lines would lie over each other; their fields show them.
    gaps: hasGaps ? marks.map(gapTo) : [],
    lines,
    edge: scene.face && edgeOf(scene.face),
    squareRodY: scene.face && -scene.face.edge.rodYM * MM,
  };
}

function marksOf({ marks: { lead, trail } }: SceneLine): readonly BoardPoint[] {
  return [toBoard(lead), toBoard(trail)];
}

function edgeOf({ edge: { heel, toe } }: SceneFace): NonNullable<BoardDrawing['edge']> {
  return { heel: toBoard(heel), toe: toBoard(toe) };
}

/** From the string to a mark, with the reading. */
function gapTo(mark: BoardPoint): BoardGap {
  return { from: { x: 0, y: mark.y }, to: mark, text: String(Math.round(Math.abs(mark.x))) };
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
  const side = -sideSign(handedness);
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
