import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { ThemeStore } from '../../session/theme.store.ts';
import { type ProgressChart, type ProgressDrawing } from './progress-chart.ts';

/** When the next picture may be drawn; pictures that are wanted at once take turns. */
let nextAtMs = 0;
const TURN_MS = 20;

function pictureDelayMs(): number {
  const now = performance.now();
  nextAtMs = Math.max(now, nextAtMs + TURN_MS);
  return nextAtMs - now;
}

/** The drawing of one line, large or small; the chart library comes with the first one. */
@Component({
  selector: 'lo-line-picture',
  template: `<div #paper class="paper" [class.small]="small()" aria-hidden="true"></div>`,
  styles: `
    .paper {
      height: 380px;
    }
    .small {
      height: 120px;
    }
    @media (max-width: 760px) {
      .paper:not(.small) {
        height: 280px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LinePicture {
  readonly drawing = input.required<Omit<ProgressDrawing, 'opened'>>();
  readonly small = input(false);
  /** A lesson was pointed at, by its place in the series. */
  readonly opened = output<number>();

  private readonly paper = viewChild.required<ElementRef<HTMLElement>>('paper');
  private readonly chart = signal<ProgressChart | null>(null);
  private readonly theme = inject(ThemeStore);

  constructor() {
    let gone = false;
    inject(DestroyRef).onDestroy(() => {
      gone = true;
      this.chart()?.dispose();
    });
    void import('./progress-chart.ts').then(({ ProgressChart: Chart }) => {
      if (!gone) this.chart.set(new Chart(this.paper().nativeElement, this.small()));
    });
    effect((onCleanup) => {
      this.theme.theme();
      const [chart, drawing] = [this.chart(), this.drawing()];
      if (chart === null) return;
      // One picture a turn: several in one would hold the page up.
      const turn = setTimeout(
        () => chart.draw({ ...drawing, opened: (lesson) => this.opened.emit(lesson) }),
        pictureDelayMs(),
      );
      onCleanup(() => clearTimeout(turn));
    });
  }

  /** The picture with its size; empty before it was drawn. */
  picture(): { readonly svg: string; readonly width: number; readonly height: number } {
    const { clientWidth: width, clientHeight: height } = this.paper().nativeElement;
    return { svg: this.chart()?.svg() ?? '', width, height };
  }
}
