import { sceneOfCheck } from '@lotrecht/judging';
import { type CheckDocument, type ResultDocument } from '@lotrecht/records';
import { leanOf, LINE_TITLES, type LineKey } from '@lotrecht/words';
import { type GroundPoint } from '@lotrecht/core';
import { type Ink, type Place, type Shape } from '../drawing/shape.ts';

const WIDTH_MM = 74;
const HEIGHT_MM = 70;
const PAD_MM = 12;

/** The ground from above, lines where they were measured: what stands on the string board, on paper. */
export function boardDrawing(
  document: CheckDocument,
  result: ResultDocument,
): { readonly shapes: readonly Shape[]; readonly widthMm: number; readonly heightMm: number } {
  const { lines, face } = sceneOfCheck(document, result);
  const drawn = [
    ...lines.map((each) => ({ line: each.line, at: each.drawn })),
    ...(face?.aim ? [{ line: 'face', at: face.aim } as const] : []),
  ];
  const ends = drawn.flatMap(({ at: { from, to } }) => [from, to]);
  const xs = [0.12, -0.12, ...ends.map((p) => p.xM)];
  const ys = [0.3, -0.3, ...ends.map((p) => p.yM)];
  const [west, east, south, north] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const perM = Math.min((WIDTH_MM - 2 * PAD_MM) / (east - west), (HEIGHT_MM - 2 * PAD_MM) / (north - south));
  const at = ({ xM, yM }: GroundPoint): Place => [
    WIDTH_MM / 2 + (xM - (east + west) / 2) * perM,
    HEIGHT_MM / 2 - (yM - (north + south) / 2) * perM,
  ];
  const [lineX] = at({ xM: 0, yM: 0 });
  const isLeft = document.handedness === 'left';
  return {
    widthMm: WIDTH_MM,
    heightMm: HEIGHT_MM,
    shapes: [
      {
        kind: 'path',
        places: [
          [0, 0],
          [WIDTH_MM, 0],
          [WIDTH_MM, HEIGHT_MM],
          [0, HEIGHT_MM],
        ],
        closed: true,
        fill: 'ground',
      },
      {
        kind: 'path',
        name: 'target-line',
        places: [
          [lineX, HEIGHT_MM - 2],
          [lineX, 5],
        ],
        stroke: 'ink',
        widthMm: 0.4,
        dashMm: [2.5, 1.5],
      },
      {
        kind: 'text',
        at: [lineX, 4],
        text: 'to the target',
        sizeMm: 2.6,
        anchor: isLeft ? 'start' : 'end',
        ink: 'soft',
      },
      {
        kind: 'circle',
        name: 'ball',
        at: at({ xM: 0, yM: 0 }),
        radiusMm: 1.3,
        fill: 'paper',
        stroke: 'ink',
        widthMm: 0.4,
      },
      ...(face === null ? [] : [edgeShape(at(face.edge.heel), at(face.edge.toe))]),
      ...drawn.map(({ line, at: { from, to } }): Shape => {
        const ink = inkOf(result, line);
        return {
          kind: 'path',
          name: line,
          places: [at(from), at(to)],
          stroke: ink,
          widthMm: 0.9,
          ...(ink === 'out' && { dashMm: [2.4, 1.2] }),
        };
      }),
      ...namesOf(drawn.map(({ line, at: { to } }) => ({ line, end: at(to) }))),
    ],
  };
}

function inkOf(result: ResultDocument, line: LineKey): Ink {
  const lean = leanOf(result, line)?.lean;
  return lean === 'out' || lean === 'probably-out' ? 'out' : 'in';
}

const NAME_MM = 2.6;
/** Mean width of a letter in heights of the lettering, with a little air. */
const LETTER = 0.6;

/** Names above the ends of their lines, in rows above all of them where they would lie over each other. */
function namesOf(lines: readonly { readonly line: LineKey; readonly end: Place }[]): readonly Shape[] {
  const top = Math.min(...lines.map(({ end }) => end[1]));
  const rowEnds: number[] = [];
  return lines
    .toSorted((a, b) => a.end[0] - b.end[0])
    .flatMap(({ line, end: [x, y] }): readonly Shape[] => {
      const name = { kind: 'text', text: LINE_TITLES[line], sizeMm: NAME_MM, anchor: 'middle' } as const;
      // The face ends at the ball, away from the others.
      if (line === 'face') return [{ ...name, at: [x, y - 1.5] }];
      const half = (name.text.length * LETTER * NAME_MM) / 2;
      const free = rowEnds.findIndex((end) => x - half > end);
      const row = free < 0 ? rowEnds.length : free;
      rowEnds[row] = x + half;
      const nameY = top - 1.5 - row * NAME_MM * 1.2;
      const leader = {
        kind: 'path',
        places: [
          [x, nameY + 0.6],
          [x, y - 0.6],
        ],
        stroke: 'line',
        widthMm: 0.2,
      } as const;
      return [...(y - nameY > 2.5 ? [leader] : []), { ...name, at: [x, nameY] }];
    });
}

/** The leading edge of the club. */
function edgeShape(heel: Place, toe: Place): Shape {
  return { kind: 'path', name: 'leading-edge', places: [heel, toe], stroke: 'ink', widthMm: 0.9 };
}
