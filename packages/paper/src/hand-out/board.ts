import { groundDrawing } from '@lotrecht/judging';
import { type CheckDocument, type ResultDocument } from '@lotrecht/records';
import { leanOf, LINE_TITLES } from '@lotrecht/words';
import { type GroundPoint } from '@lotrecht/core';
import { type Ink, type Place, type Shape } from '../drawing/shape.ts';

const WIDTH_MM = 74;
const HEIGHT_MM = 70;
const PAD_MM = 9;

/** The ground from above, lines where they were measured: what stands on the string board, on paper. */
export function boardDrawing(
  document: CheckDocument,
  result: ResultDocument,
): { readonly shapes: readonly Shape[]; readonly widthMm: number; readonly heightMm: number } {
  const { bodyLines } = groundDrawing(document);
  const ends = bodyLines.flatMap(({ points }) => [points.lead, points.trail]);
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
      ...bodyLines.flatMap(({ line, points }): readonly Shape[] => {
        const read = result.lines[line];
        const lean = read === undefined ? null : leanOf(result, line);
        const ink: Ink = lean?.lean === 'out' || lean?.lean === 'probably-out' ? 'out' : 'in';
        const [lead, trail] = [at(points.lead), at(points.trail)];
        return [
          {
            kind: 'path',
            name: line,
            places: [lead, trail],
            stroke: ink,
            widthMm: 0.9,
            ...(ink === 'out' && { dashMm: [2.4, 1.2] }),
          },
          {
            kind: 'text',
            at: [lead[0], lead[1] - 1.5],
            text: LINE_TITLES[line],
            sizeMm: 2.6,
            anchor: 'middle',
          },
        ];
      }),
    ],
  };
}
