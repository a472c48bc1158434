import { type LineProgress } from '@lotrecht/contract';
import { CustomChart, LineChart, ScatterChart } from 'echarts/charts';
import { DataZoomComponent, GridComponent, MarkAreaComponent, TooltipComponent } from 'echarts/components';
import { type EChartsType, init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { dayText } from '../../ui/dates.ts';
import { turnText } from '../../progress/progress-words.ts';

use([
  CustomChart,
  DataZoomComponent,
  GridComponent,
  LineChart,
  MarkAreaComponent,
  ScatterChart,
  SVGRenderer,
  TooltipComponent,
]);

const COVERAGE_FACTOR = 1.959964;

/** What is drawn of one line. */
export interface ProgressDrawing {
  readonly progress: LineProgress;
  /** The same line coached, if it is switched on. */
  readonly coached: LineProgress | null;
  /** Felt aim of each lesson, φ in degrees, if it is switched on. */
  readonly felt: readonly { readonly date: string; readonly deg: number }[];
  readonly opened: (lessonIndex: number) => void;
}

/** Level with band, readings with bars, tolerance, real changes, forecast. The table beside it says the same. */
export class ProgressChart {
  private readonly chart: EChartsType;
  private readonly watch: ResizeObserver;

  constructor(
    private readonly element: HTMLElement,
    private readonly small: boolean,
  ) {
    this.chart = init(element, null, { renderer: 'svg' });
    this.watch = new ResizeObserver(() => this.chart.resize());
    this.watch.observe(element);
  }

  draw({ progress, coached, felt, opened }: ProgressDrawing): void {
    const { track, toleranceDeg, forecast, choice } = progress;
    const style = getComputedStyle(this.element);
    const colour = (name: string): string => style.getPropertyValue(name).trim();
    const [ink, soft] = [colour('--lo-ink'), colour('--lo-ink-soft')];
    const label = { color: soft, fontFamily: 'Barlow', fontSize: this.small ? 11 : 14 };
    const at = (date: string): number => Date.parse(date);
    const band = [
      ...track.lessons.map(({ date, banded }) => ({
        date,
        level: banded.levelDeg,
        half: COVERAGE_FACTOR * banded.standardDeviationDeg,
      })),
      { date: forecast.date, level: forecast.levelDeg, half: forecast.halfDeg },
    ];
    const silentLine = { type: 'line' as const, silent: true, symbol: 'none', animation: false };
    const real = track.changes.flatMap((change, i) => {
      const [from, to] = [track.lessons[i], track.lessons[i + 1]];
      return change.real && from && to
        ? [
            {
              ...silentLine,
              data: [
                [at(from.date), from.mean],
                [at(to.date), to.mean],
              ],
              lineStyle: { color: colour('--lo-now'), width: this.small ? 3 : 6, opacity: 0.8 },
              z: 3,
            },
          ]
        : [];
    });
    const flags = new Map(track.flags.map(({ date, code }) => [date, code]));
    this.chart.setOption(
      {
        animation: false,
        grid: this.small
          ? { left: 30, right: 8, top: 10, bottom: 20 }
          : { left: 56, right: 24, top: 20, bottom: 40 },
        tooltip: this.small
          ? { show: false }
          : {
              trigger: 'item',
              // Text only: nothing that was typed is ever put in as markup.
              renderMode: 'richText',
              backgroundColor: colour('--lo-paper'),
              borderColor: colour('--lo-line-strong'),
              textStyle: { color: ink, fontFamily: 'Barlow' },
            },
        ...(this.small ? {} : { dataZoom: [{ type: 'inside', filterMode: 'none' }] }),
        xAxis: {
          type: 'time',
          axisLabel: {
            ...label,
            hideOverlap: true,
            formatter: { year: '{yyyy}', month: '{MMM} {yyyy}', day: this.small ? '{MMM}' : '{d} {MMM}' },
          },
          splitNumber: this.small ? 2 : 8,
          axisLine: { lineStyle: { color: colour('--lo-line-strong') } },
          splitLine: { show: false },
        },
        yAxis: {
          type: 'value',
          axisLabel: { ...label, formatter: '{value}°' },
          splitLine: { lineStyle: { color: colour('--lo-line') } },
          splitNumber: this.small ? 3 : 6,
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
              itemStyle: { color: colour('--lo-in-tint'), opacity: 0.75 },
              data: [[{ yAxis: toleranceDeg[0] }, { yAxis: toleranceDeg[1] }]],
            },
          },
          {
            ...silentLine,
            data: band.map((b) => [at(b.date), 2 * b.half]),
            lineStyle: { opacity: 0 },
            areaStyle: { color: colour('--lo-twine'), opacity: 0.22 },
            stack: 'band',
            stackStrategy: 'all',
          },
          {
            ...silentLine,
            data: band.slice(0, -1).map((b) => [at(b.date), b.level]),
            lineStyle: { color: colour('--lo-twine'), width: this.small ? 2 : 3 },
          },
          {
            ...silentLine,
            data: band.slice(-2).map((b) => [at(b.date), b.level]),
            lineStyle: { color: colour('--lo-twine'), width: 2, type: 'dashed' },
          },
          ...real,
          {
            type: 'custom',
            silent: true,
            data: track.lessons.map((l) => [
              at(l.date),
              l.mean - COVERAGE_FACTOR * Math.sqrt(l.observationVariance),
              l.mean + COVERAGE_FACTOR * Math.sqrt(l.observationVariance),
            ]),
            renderItem: (
              _params: unknown,
              api: { value: (i: number) => number; coord: (point: number[]) => number[] },
            ) => {
              const [x, low] = api.coord([api.value(0), api.value(1)]);
              const [, high] = api.coord([api.value(0), api.value(2)]);
              return {
                type: 'line',
                shape: { x1: x, y1: low, x2: x, y2: high },
                style: { stroke: ink, lineWidth: this.small ? 1 : 2 },
              };
            },
            z: 4,
          },
          {
            type: 'scatter',
            name: 'lesson',
            data: track.lessons.map((l) => ({
              value: [at(l.date), l.mean],
              label: {
                ...label,
                show: !this.small && flags.has(l.date),
                position: 'top',
                distance: 14,
                formatter: flags.get(l.date) ?? '',
                color: ink,
                fontWeight: 600,
              },
            })),
            symbol: 'circle',
            symbolSize: this.small ? 6 : 14,
            itemStyle: { color: colour('--lo-paper'), borderColor: ink, borderWidth: this.small ? 1.5 : 2.5 },
            tooltip: {
              formatter: ({ value: [day, deg] }: { value: [number, number] }) =>
                `${dayText(new Date(day).toISOString().slice(0, 10))}: ${turnText(choice.line, deg)}`,
            },
            z: 5,
          },
          {
            type: 'scatter',
            name: 'coached',
            silent: true,
            data: (coached?.track.lessons ?? []).map((l) => [at(l.date), l.mean]),
            symbol: 'diamond',
            symbolSize: 13,
            itemStyle: { color: colour('--lo-paper'), borderColor: colour('--lo-face'), borderWidth: 2 },
            z: 4,
          },
          {
            type: 'scatter',
            name: 'felt',
            silent: true,
            data: felt.map(({ date, deg }) => [at(date), deg]),
            symbol: 'triangle',
            symbolSize: 13,
            itemStyle: { color: colour('--lo-paper'), borderColor: colour('--lo-out'), borderWidth: 2 },
            z: 4,
          },
        ],
      } as never,
      true,
    );
    this.chart.off('click');
    this.chart.on('click', ({ seriesName, dataIndex }: { seriesName?: string; dataIndex?: number }) => {
      if (seriesName === 'lesson' && dataIndex !== undefined) opened(dataIndex);
    });
  }

  /** The picture as it stands, as an SVG document. */
  svg(): string {
    return this.element.querySelector('svg')?.outerHTML ?? '';
  }

  dispose(): void {
    this.watch.disconnect();
    this.chart.dispose();
  }
}
