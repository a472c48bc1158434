import { type Footprint } from '@lotrecht/core';
import { Flow } from '../drawing/flow.ts';
import { MARGIN_MM, page, PAPER_MM, type Printing } from '../drawing/page.ts';
import { type Place, type Shape, type Sheet } from '../drawing/shape.ts';
import { footOutline } from './foot-outline.ts';
import { type PlanWords, scaleFor } from './station-plan.ts';

const MAP_MM = { width: 182, height: 150 } as const;
const TOP_MM = 36;
/** Beyond the heels and the ball, m. */
const ROOM_M = 0.12;

/** A stance to lay by numbers and stand in: toe and heel of each foot from the line and from the ball. */
export function footprintMap(prints: readonly Footprint[], words: PlanWords, printing: Printing): Sheet {
  const [widthMm] = PAPER_MM[printing.paper];
  const points = prints.flatMap((p) => [p.toe, p.heel]);
  const xs = [0, ...points.map((p) => p.xM)];
  const ys = [0, ...points.map((p) => p.yM)];
  const [west, east] = [Math.min(...xs) - ROOM_M, Math.max(...xs) + ROOM_M];
  const [south, north] = [Math.min(...ys) - ROOM_M, Math.max(...ys) + ROOM_M];
  const scale = Math.max(scaleFor(east - west, MAP_MM.width), scaleFor(north - south, MAP_MM.height));
  const at = (xM: number, yM: number): Place => [
    widthMm / 2 + ((xM - (east + west) / 2) * 1000) / scale,
    TOP_MM + ((north - yM) * 1000) / scale,
  ];
  const bottom = TOP_MM + ((north - south) * 1000) / scale;
  const shapes: readonly Shape[] = [
    {
      kind: 'path',
      name: 'target-line',
      places: [at(0, south), at(0, north)],
      stroke: 'ink',
      widthMm: 0.3,
      dashMm: [3, 1.5],
    },
    {
      kind: 'circle',
      name: 'ball',
      at: at(0, 0),
      radiusMm: 21 / scale,
      fill: 'paper',
      stroke: 'ink',
      widthMm: 0.4,
    },
    ...prints.flatMap(({ foot, toe, heel }): readonly Shape[] => {
      const [tip, back] = [at(toe.xM, toe.yM), at(heel.xM, heel.yM)];
      return [
        {
          kind: 'path',
          name: `${foot}-foot`,
          places: footOutline(tip, back, scale),
          closed: true,
          fill: 'ground',
          stroke: 'twine',
          widthMm: 0.6,
        },
        { kind: 'circle', name: `${foot}-toe`, at: tip, radiusMm: 1, fill: 'ink' },
        { kind: 'circle', name: `${foot}-heel`, at: back, radiusMm: 1, fill: 'ink' },
        {
          kind: 'text',
          at: [(tip[0] + back[0]) / 2, (tip[1] + back[1]) / 2 + 1],
          text: `${foot} foot`,
          sizeMm: 3.6,
          bold: true,
          anchor: 'middle',
        },
      ];
    }),
  ];
  const table = new Flow({ at: [MARGIN_MM, bottom + 8], widthMm: widthMm - 2 * MARGIN_MM }, printing.measure);
  table.row(
    [
      { xMm: 0, text: 'Lay' },
      { xMm: 45, text: 'from the target line' },
      { xMm: 95, text: 'along it, from the ball' },
    ],
    { sizeMm: 3.6, bold: true },
  );
  for (const { foot, toe, heel } of prints) {
    for (const [name, point] of [
      ['toe tip', toe],
      ['heel', heel],
    ] as const) {
      table.row(
        [
          { xMm: 0, text: `${foot} ${name}` },
          { xMm: 45, text: `${Math.round(Math.abs(point.xM) * 1000)} mm` },
          {
            xMm: 95,
            text: `${Math.round(Math.abs(point.yM) * 1000)} mm ${point.yM < 0 ? 'away from the target' : 'toward the target'}`,
          },
        ],
        { sizeMm: 3.6 },
      );
    }
  }
  table.gap(3).text('Chalk the toe tips and heels, then stand in them. Step in only when the club is down.', {
    sizeMm: 3.4,
  });
  const title = new Flow({ at: [MARGIN_MM, MARGIN_MM], widthMm: widthMm - 2 * MARGIN_MM }, printing.measure)
    .text(words.title, { sizeMm: 6, bold: true })
    .text(`${words.ground}. Scale 1 : ${scale}.`, { sizeMm: 3.4, ink: 'soft' });
  return page(printing, {
    title: words.title,
    foot: words.foot,
    shapes: [...title.shapes, ...shapes, ...table.shapes],
  });
}
