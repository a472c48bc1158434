import { degreesFromRadians, type PlannedMark } from '@lotrecht/core';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components';
import { type EChartsType, init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

use([LineChart, GridComponent, MarkAreaComponent, MarkLineComponent, SVGRenderer]);

/** What the planner draws. */
export interface MarkDrawing {
  readonly marks: readonly PlannedMark[];
  readonly toleranceDeg: number;
  readonly nearestM: number | null;
  readonly habitsM: readonly number[];
}

const GREATEST_DEG = 12;
const WIDE_PX = 560;

/** The two curves and their sum over the distance of the mark. The table beside it says the same. */
export class MarkChart {
  private readonly chart: EChartsType;
  private readonly watch: ResizeObserver;

  constructor(private readonly element: HTMLElement) {
    this.chart = init(element, null, { renderer: 'svg' });
    this.watch = new ResizeObserver(() => this.chart.resize());
    this.watch.observe(element);
  }

  draw({ marks, toleranceDeg, nearestM, habitsM }: MarkDrawing): void {
    const style = getComputedStyle(this.element);
    const isWide = this.element.clientWidth > WIDE_PX;
    const colour = (name: string): string => style.getPropertyValue(name).trim();
    const ink = colour('--lo-ink');
    const label = { color: ink, fontFamily: 'Barlow', fontSize: 14 };
    const axis = {
      axisLabel: label,
      nameTextStyle: label,
      axisLine: { lineStyle: { color: colour('--lo-line-strong') } },
      splitLine: { lineStyle: { color: colour('--lo-line') } },
    };
    const line = (name: string, of: (mark: PlannedMark) => number, look: object) => ({
      name,
      type: 'line' as const,
      showSymbol: false,
      data: marks.map((m) => [m.markM, degreesFromRadians(of(m))]),
      clip: true,
      lineStyle: look,
      silent: true,
    });
    const sum = line('together', (m) => m.sumRad, { color: ink, width: 3 });
    const lineMark = (at: object, text: string) => ({ ...at, label: { ...label, formatter: text } });
    this.chart.setOption(
      {
        animation: false,
        grid: { left: 44, right: 48, top: 28, bottom: 44 },
        xAxis: {
          type: 'log',
          min: 0.05,
          max: 20,
          name: 'mark ahead of the ball, m',
          nameLocation: 'middle',
          nameGap: 28,
          ...axis,
        },
        yAxis: { type: 'value', min: 0, max: GREATEST_DEG, name: 'turn, °', ...axis },
        series: [
          line('laid aside', (m) => m.layingTurnRad, {
            color: colour('--lo-in'),
            width: 2.5,
            type: 'dashed',
          }),
          line('seems aside', (m) => m.seemingRad, {
            color: colour('--lo-twine'),
            width: 2.5,
            type: 'dotted',
          }),
          {
            ...sum,
            markLine: {
              silent: true,
              symbol: 'none',
              lineStyle: { color: colour('--lo-line-strong'), width: 1.5 },
              data: [
                lineMark({ yAxis: toleranceDeg }, `${toleranceDeg}°`),
                // On a phone the lines stand too close for their figures; the table has them.
                ...habitsM.map((markM) => lineMark({ xAxis: markM }, isWide ? String(markM) : '')),
              ],
            },
            ...(nearestM !== null && {
              markArea: {
                silent: true,
                itemStyle: { color: colour('--lo-in-tint'), opacity: 0.8 },
                data: [[{ xAxis: Math.max(0.05, nearestM) }, { xAxis: 20 }]],
              },
            }),
          },
        ],
      },
      { notMerge: true },
    );
  }

  remove(): void {
    this.watch.disconnect();
    this.chart.dispose();
  }
}
