import {
  degreesFromRadians,
  type GateRod,
  type GroundPoint,
  type StationItem,
  type StationLayout,
  tapeDistances,
} from '@lotrecht/core';
import { Flow } from '../drawing/flow.ts';
import { MARGIN_MM, page, PAPER_MM, type Printing } from '../drawing/page.ts';
import { type Place, type Shape, type Sheet } from '../drawing/shape.ts';
import { footOutline } from './foot-outline.ts';

/** What a plan says beside its geometry. */
export interface PlanWords {
  readonly title: string;
  /** Method, club, hand, target: one line. */
  readonly ground: string;
  readonly foot: string;
}

/** What things are called, in the order of laying. */
const NAMES: Readonly<Record<StationItem['code'], string>> = {
  ball: 'Ball',
  'sight-from': 'Stand here and sight the line',
  'far-peg': 'Peg on the line ahead',
  'target-rod': 'Target rod, slid ahead',
  string: 'String, stake on the far side',
  mark: 'Mark',
  'toe-rod': 'Toe rod',
  'square-rod': 'Square rod',
  'lead-foot': 'Lead foot',
  'trail-foot': 'Trail foot',
  'gate-rod': 'Foot of the gate rod',
};

const CAUTIONS = [
  'Nobody inside the ring below while a ball is hit: club, arms and a rod’s length.',
  'Caps on rod ends; look along no rod end at eye height. The gate rod leans away from the player, and nobody stands where a ball rebounds.',
  'Nobody hits while anyone kneels at the string. Mark rods and strings: they trip people.',
  'Rods and marks are for practice; on the course the local rules and the committee decide.',
];

/** Scales a plan may have: one millimetre on paper for so many on the ground. */
const SCALES = [5, 6, 8, 10, 12.5, 15, 20, 25, 30, 40, 50, 75, 100, 150, 200, 250];
const PLAN_WIDTH_MM = 78;
const PLAN_HEIGHT_MM = 174;
/** Beyond the outermost thing that is laid. */
const ROOM_M = 0.3;

/** The largest scale that shows so many metres in so many millimetres. @example scaleFor(2, 100) // 20 */
export function scaleFor(metres: number, millimetres: number): number {
  return SCALES.find((scale) => (metres * 1000) / scale <= millimetres) ?? 500;
}

/**
 * A station on one page: to scale, with every point readable on a tape from the ball and from the peg, in the order of
 * laying.
 */
export function stationPlan(layout: StationLayout, words: PlanWords, printing: Printing): Sheet {
  const downrange = layout.items.flatMap(({ points }) => points.map(({ yM }) => yM));
  const aheadM = Math.max(...downrange) + ROOM_M;
  const scale = scaleFor(aheadM + ROOM_M - Math.min(...downrange), PLAN_HEIGHT_MM);
  const [widthMm] = PAPER_MM[printing.paper];
  const side = layout.items.find((i) => i.code === 'toe-rod')?.points[0]?.xM ?? 0;
  // The player's side has the room.
  const ball: Place = [MARGIN_MM + (side < 0 ? PLAN_WIDTH_MM - 18 : 18), 34 + (aheadM * 1000) / scale];
  const at = ({ xM, yM }: GroundPoint): Place => [
    ball[0] + (xM * 1000) / scale,
    ball[1] - (yM * 1000) / scale,
  ];
  const left = MARGIN_MM + PLAN_WIDTH_MM + 8;
  const flow = new Flow({ at: [left, 34], widthMm: widthMm - left - MARGIN_MM }, printing.measure);
  const head = { sizeMm: 3, bold: true } as const;
  const body = { sizeMm: 3.1 } as const;
  flow.row(
    [
      { xMm: 0, text: 'Lay, in this order' },
      { xMm: 52, text: 'from ball' },
      { xMm: 72, text: 'from peg' },
    ],
    head,
  );
  let order = 0;
  for (const item of layout.items) {
    order += 1;
    for (const [end, point] of item.points.entries()) {
      const { fromBallM, fromPegM } = tapeDistances(point);
      flow.row(
        [
          { xMm: 0, text: end === 0 ? `${order}  ${NAMES[item.code]}` : `    ${endName(item.code)}` },
          { xMm: 52, text: item.code === 'ball' ? '–' : millimetres(fromBallM) },
          { xMm: 72, text: item.code === 'far-peg' ? '–' : millimetres(fromPegM) },
        ],
        body,
      );
    }
    flow.gap(0.8);
  }
  const { steps, gate } = layout;
  flow
    .gap(3)
    .text('Steps, from feet together with the ball at the middle', head)
    .text(
      `Lead ${millimetres(steps.leadM)}, trail ${millimetres(steps.trailM)}: ball ${Math.round(100 * steps.ballShare)} % of the stance behind the lead heel.`,
      body,
    )
    .gap(2)
    .text(gateText(gate, degreesFromRadians(gate.leanRad)), body)
    .text(
      'Approach along the short dashes, from behind on the player’s own side, never past the ball.',
      body,
    );
  flow.gap(3).text('Cautions', head);
  for (const caution of CAUTIONS) flow.text(caution, body).gap(0.6);
  const title = new Flow({ at: [MARGIN_MM, MARGIN_MM], widthMm: widthMm - 2 * MARGIN_MM }, printing.measure)
    .text(words.title, { sizeMm: 6, bold: true })
    .text(`${words.ground}. Scale 1 : ${scale}.`, { sizeMm: 3.4, ink: 'soft' });
  return page(printing, {
    title: words.title,
    foot: words.foot,
    shapes: [...title.shapes, ...drawn(layout, at, scale), ...keepOut(layout, printing), ...flow.shapes],
  });
}

function drawn(layout: StationLayout, at: (point: GroundPoint) => Place, scale: number): readonly Shape[] {
  const of = (code: StationItem['code']): readonly Place[] =>
    (layout.items.find((i) => i.code === code)?.points ?? []).map(at);
  const number = (code: StationItem['code']): string =>
    String(1 + layout.items.findIndex((i) => i.code === code));
  const [ball, gate, sight, peg] = [of('ball')[0], of('gate-rod')[0], of('sight-from')[0], of('far-peg')[0]];
  if (!ball || !gate || !sight || !peg) return [];
  const lettered = (code: StationItem['code'], p: Place): Shape => ({
    kind: 'text',
    at: [p[0] + 2, p[1] - 1],
    text: number(code),
    sizeMm: 3.2,
    bold: true,
  });
  const rods = (['target-rod', 'string', 'toe-rod', 'square-rod'] as const).flatMap(
    (code): readonly Shape[] => {
      const places = of(code);
      // The near end of the square rod lies beside the ball: its number stands at the other.
      const start = code === 'square-rod' ? places[1] : places[0];
      return start === undefined
        ? []
        : [
            { kind: 'path', name: code, places, stroke: 'twine', widthMm: code === 'string' ? 0.5 : 1 },
            ...(code === 'string'
              ? places.map((stake): Shape => ({ kind: 'circle', at: stake, radiusMm: 0.9, fill: 'ink' }))
              : []),
            lettered(code, start),
          ];
    },
  );
  const feet = (['lead-foot', 'trail-foot'] as const).flatMap((code): readonly Shape[] => {
    const [toe, heel] = of(code);
    return toe === undefined || heel === undefined
      ? []
      : [
          {
            kind: 'path',
            name: code,
            places: footOutline(toe, heel, scale),
            closed: true,
            fill: 'ground',
            stroke: 'soft',
            widthMm: 0.4,
          },
          lettered(code, toe),
        ];
  });
  const approach = layout.approach.map(at);
  // A string to the right of the line would run through the numbers there.
  const beside = (of('string')[0]?.[0] ?? 0) > ball[0] ? 4 : 0;
  return [
    {
      kind: 'path',
      name: 'target-line',
      places: [sight, [ball[0], gate[1] - 8]],
      stroke: 'ink',
      widthMm: 0.25,
      dashMm: [3, 1.5],
    },
    ...rods,
    ...feet,
    { kind: 'path', name: 'approach', places: approach, stroke: 'in', widthMm: 0.6, dashMm: [2, 1] },
    { kind: 'circle', name: 'ball', at: ball, radiusMm: 1.3, fill: 'paper', stroke: 'ink', widthMm: 0.5 },
    { kind: 'circle', name: 'far-peg', at: peg, radiusMm: 0.9, fill: 'ink' },
    { kind: 'circle', name: 'gate-rod', at: gate, radiusMm: 1.4, stroke: 'now', widthMm: 0.7 },
    { kind: 'circle', name: 'sight-from', at: sight, radiusMm: 1.4, stroke: 'in', widthMm: 0.7 },
    ...of('mark').map((m): Shape => ({ kind: 'circle', name: 'mark', at: m, radiusMm: 1, fill: 'now' })),
    ...(['ball', 'sight-from', 'far-peg', 'mark', 'gate-rod'] as const).flatMap((code) =>
      of(code).map((p): Shape =>
        lettered(code, code === 'gate-rod' || code === 'mark' ? [p[0] - 8, p[1]] : [p[0] + beside, p[1]]),
      ),
    ),
  ];
}

const RING_SCALE = 100;

/** Where nobody stands, at a scale of its own: the ring is wider than the plan. */
function keepOut({ keepOutM }: StationLayout, { paper }: Printing): readonly Shape[] {
  const radiusMm = (keepOutM * 1000) / RING_SCALE;
  const at: Place = [MARGIN_MM + PLAN_WIDTH_MM / 2, PAPER_MM[paper][1] - MARGIN_MM - 8 - radiusMm];
  return [
    { kind: 'circle', name: 'keep-out', at, radiusMm, stroke: 'out', widthMm: 0.4, dashMm: [2, 2] },
    { kind: 'circle', at, radiusMm: 1, fill: 'paper', stroke: 'ink', widthMm: 0.4 },
    {
      kind: 'text',
      at: [at[0], at[1] - 4],
      text: `${keepOutM.toFixed(1)} m around the ball`,
      sizeMm: 3,
      bold: true,
      anchor: 'middle',
    },
    {
      kind: 'text',
      at: [at[0], at[1] + 6],
      text: `1 : ${RING_SCALE}`,
      sizeMm: 2.8,
      anchor: 'middle',
      ink: 'soft',
    },
  ];
}

function gateText({ heightM, alongRodM, reaches }: GateRod, leanDeg: number): string {
  if (!reaches)
    return `The ball flies over the gate rod, ${millimetres(heightM)} above the ground: bring it nearer, or take a longer one.`;
  return leanDeg === 0
    ? `The ball passes the gate rod ${millimetres(heightM)} above the ground.`
    : `The gate rod leans ${Number(leanDeg.toFixed(1))}° away from the player. The ball passes it ${millimetres(heightM)} above the ground, ${millimetres(alongRodM)} up the rod.`;
}

function endName(code: StationItem['code']): string {
  if (code === 'string') return 'the other stake';
  return code === 'lead-foot' || code === 'trail-foot' ? 'its heel' : 'its other end';
}

function millimetres(metres: number): string {
  return `${Math.round(metres * 1000)} mm`;
}
