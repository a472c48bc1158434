import { type LineProgress } from '@lotrecht/judging';
import { COVERAGE_FACTOR } from '@lotrecht/core';

const WIDEST_SHOWN_DEG = 15;

/** Shapes for circumstances laid over; the circle is what is asked for, the triangle what is felt. */
export type OverlayShape = 'diamond' | 'rect' | 'arrow' | 'roundRect' | 'pin';

/** What is drawn of one line. */
export interface ProgressDrawing {
  readonly progress: LineProgress;
  /** The same line under other circumstances, as far as they are switched on, each with its own shape. */
  readonly overlays: readonly { readonly progress: LineProgress; readonly shape: OverlayShape }[];
  /** Felt aim of each lesson, φ in degrees, if it is switched on. */
  readonly felt: readonly { readonly date: string; readonly deg: number }[];
}

/** The theme's colours, by what they are for. */
export interface ChartColours {
  readonly ink: string;
  readonly soft: string;
  readonly now: string;
  readonly paper: string;
  readonly line: string;
  readonly lineStrong: string;
  readonly inTint: string;
  readonly twine: string;
  readonly face: string;
  readonly out: string;
}

/** Which part of the time is looked at, percent of the whole. */
export interface Look {
  readonly start: number;
  readonly end: number;
}

/** The series whose points open a lesson. */
const LESSON_SERIES = 'lesson';

const SIGN_SHARE = 0.12;

/** A strip above all bars and bands, for words about lessons. Degrees. */
function roomForSigns(
  { track }: LineProgress,
  band: readonly { readonly level: number; readonly half: number }[],
  toleranceTop: number,
): { readonly y: number; readonly top: number } {
  const bars = track.lessons.map(
    (l) => [l.mean, COVERAGE_FACTOR * Math.sqrt(l.observationVariance)] as const,
  );
  const ends = [...bars, ...band.map((b) => [b.level, b.half] as const)];
  const highest = Math.max(toleranceTop, ...ends.map(([middle, half]) => middle + half));
  const lowest = Math.min(0, ...ends.map(([middle, half]) => middle - half));
  const room = (highest - lowest) * SIGN_SHARE;
  return { y: highest + room / 2, top: highest + room };
}

/** Level with band, readings with bars, tolerance, real changes, forecast. The table beside it says the same. */
export function chartOption(
  { progress, overlays, felt }: ProgressDrawing,
  { small, colours, look }: { readonly small: boolean; readonly colours: ChartColours; readonly look: Look },
): object {
  const { track, toleranceDeg, forecast } = progress;
  const { ink, soft } = colours;
  const label = { color: soft, fontFamily: 'Barlow', fontSize: small ? 11 : 14 };
  const at = (date: string): number => Date.parse(date);
  const band = [
    ...track.lessons.map(({ date, filtered }) => ({
      date,
      level: filtered.levelDeg,
      half: COVERAGE_FACTOR * filtered.standardDeviationDeg,
    })),
    { date: forecast.date, level: forecast.levelDeg, half: forecast.halfDeg },
  ];
  // A line that nobody judges has a tolerance wider than any picture.
  const toleranceShown = toleranceDeg[1] > WIDEST_SHOWN_DEG ? [0, 0] : toleranceDeg;
  const silentLine = { type: 'line' as const, silent: true, symbol: 'none', animation: false };
  // One cord with gaps, as the bars: a series for each change is what takes time.
  // Side by side, small pictures compare far more than what was controlled for: only the large one calls a change real.
  const real = (small ? [] : track.changes).flatMap((change, i) => {
    const [from, to] = [track.lessons[i], track.lessons[i + 1]];
    return change.real && from && to
      ? [
          [at(from.date), from.mean],
          [at(to.date), to.mean],
          [at(to.date), null],
        ]
      : [];
  });
  const flags = new Map(track.flags.map(({ date, code }) => [date, code]));
  const flagged = track.lessons.filter((l) => flags.has(l.date));
  const signs = flagged.length === 0 ? null : roomForSigns(progress, band, toleranceShown[1] ?? 0);
  return {
    animation: false,
    grid: small ? { left: 30, right: 8, top: 10, bottom: 20 } : { left: 56, right: 24, top: 20, bottom: 40 },
    dataZoom: [{ type: 'inside', filterMode: 'none', start: look.start, end: look.end }],
    xAxis: {
      type: 'time',
      axisLabel: {
        ...label,
        hideOverlap: true,
        formatter: { year: '{yyyy}', month: '{MMM}', day: small ? '{MMM}' : '{d} {MMM}' },
      },
      splitNumber: small ? 2 : 8,
      axisLine: { onZero: false, lineStyle: { color: colours.lineStrong } },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      // The whole tolerance is in sight, and zero with it.
      min: ({ min }: { min: number }) => Math.floor(Math.min(min, toleranceShown[0])),
      max: ({ max }: { max: number }) =>
        Math.max(Math.ceil(Math.max(max, toleranceShown[1])), signs?.top ?? 0),
      // The ends are seldom whole steps: they would stand over the step beside them.
      axisLabel: { ...label, formatter: '{value}°', showMinLabel: false, showMaxLabel: false },
      splitLine: { lineStyle: { color: colours.line } },
      splitNumber: small ? 3 : 6,
    },
    series: [
      {
        ...silentLine,
        data: band.map((b) => [at(b.date), b.level - b.half]),
        lineStyle: { opacity: 0 },
        stack: 'band',
        stackStrategy: 'all',
        markArea: {
          silent: true,
          itemStyle: { color: colours.inTint, opacity: 0.75 },
          data: [[{ yAxis: toleranceDeg[0] }, { yAxis: toleranceDeg[1] }]],
        },
      },
      {
        ...silentLine,
        data: band.map((b) => [at(b.date), 2 * b.half]),
        lineStyle: { opacity: 0 },
        areaStyle: { color: colours.twine, opacity: 0.22 },
        stack: 'band',
        stackStrategy: 'all',
      },
      {
        ...silentLine,
        data: band.slice(0, -1).map((b) => [at(b.date), b.level]),
        lineStyle: { color: colours.twine, width: small ? 2 : 3 },
      },
      {
        ...silentLine,
        data: band.slice(-2).map((b) => [at(b.date), b.level]),
        lineStyle: { color: colours.twine, width: 2, type: 'dashed' },
      },
      {
        ...silentLine,
        data: real,
        lineStyle: { color: colours.now, width: small ? 3 : 6, opacity: 0.8 },
        z: 3,
      },
      {
        ...silentLine,
        // One cord with gaps: a bar each would be hundreds of things to draw.
        data: track.lessons.flatMap((l) => {
          const half = COVERAGE_FACTOR * Math.sqrt(l.observationVariance);
          const x = at(l.date);
          return [
            [x, l.mean - half],
            [x, l.mean + half],
            [x, null],
          ];
        }),
        lineStyle: { color: ink, width: small ? 1 : 2 },
        z: 4,
      },
      {
        type: 'scatter',
        name: LESSON_SERIES,
        data: track.lessons.map((l) => [at(l.date), l.mean]),
        symbol: 'circle',
        symbolSize: small ? 6 : 14,
        itemStyle: { color: colours.paper, borderColor: ink, borderWidth: small ? 1.5 : 2.5 },
        z: 5,
      },
      {
        type: 'scatter',
        silent: true,
        // Above everything that is drawn, so that no sign lies over a point.
        data: flagged.map((l) => [at(l.date), signs?.y ?? l.mean]),
        symbolSize: 0,
        label: {
          ...label,
          show: !small,
          position: 'inside',
          formatter: ({ dataIndex }: { dataIndex: number }) =>
            flags.get(flagged[dataIndex]?.date ?? '') ?? '',
          color: ink,
          fontWeight: 600,
        },
        z: 5,
      },
      ...overlays.map(({ progress: over, shape }) => ({
        type: 'scatter',
        name: 'over',
        silent: true,
        data: over.track.lessons.map((l) => [at(l.date), l.mean]),
        symbol: shape,
        symbolSize: 13,
        itemStyle: { color: colours.paper, borderColor: colours.face, borderWidth: 2 },
        z: 4,
      })),
      {
        type: 'scatter',
        name: 'felt',
        silent: true,
        data: felt.map(({ date, deg }) => [at(date), deg]),
        symbol: 'triangle',
        symbolSize: 13,
        itemStyle: { color: colours.paper, borderColor: colours.out, borderWidth: 2 },
        z: 4,
      },
    ],
  };
}
