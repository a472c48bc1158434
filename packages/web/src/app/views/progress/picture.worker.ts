import { LineChart, ScatterChart } from 'echarts/charts';
import { DataZoomComponent, GridComponent, MarkAreaComponent } from 'echarts/components';
import { init, setPlatformAPI, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { withoutInlineStyles } from './without-inline-styles.ts';
import { type ChartColours, chartOption, type Look, type ProgressDrawing } from './chart-option.ts';

use([DataZoomComponent, GridComponent, LineChart, MarkAreaComponent, ScatterChart, SVGRenderer]);
setPlatformAPI({ createCanvas: () => new OffscreenCanvas(1, 1) as unknown as HTMLCanvasElement });

/** A picture to be drawn. */
export interface PictureQuestion {
  readonly id: number;
  readonly drawing: ProgressDrawing;
  readonly width: number;
  readonly height: number;
  readonly small: boolean;
  readonly colours: ChartColours;
  readonly look: Look;
}

/** The picture as an SVG document. */
export interface PictureAnswer {
  readonly id: number;
  readonly svg: string;
}

const worker = globalThis as unknown as {
  onmessage: (event: MessageEvent<PictureQuestion>) => void;
  postMessage: (answer: PictureAnswer) => void;
};

worker.onmessage = ({ data: { id, drawing, width, height, ...how } }) => {
  const chart = init(null, null, { renderer: 'svg', ssr: true, width, height });
  chart.setOption(chartOption(drawing, how) as never);
  worker.postMessage({ id, svg: withoutInlineStyles(chart.renderToSVGString()) });
  chart.dispose();
};
