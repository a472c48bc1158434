import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { type StandScene, type View } from '@lotrecht/core';
import { SvgDrawing } from '../ui/svg-drawing.ts';
import { type ChalkView } from './chalk-view.ts';
import { inRows, type PlacedLabel } from './label-rows.ts';

/**
 * What there is to see from an eye, in chalk on slate, with names. Drawn when something has changed, once, and at no
 * other time. Where the device draws no depth, a flat picture stands in and says so.
 */
@Component({
  selector: 'lo-chalk-picture',
  imports: [SvgDrawing],
  template: `
    @if (flat()) {
      @if (flatSvg(); as svg) {
        <p class="flat">This device draws no depth: the flat picture stands in.</p>
        <lo-svg-drawing [svg]="svg" />
      } @else {
        <p class="flat">This device draws no depth, and a flat picture would tell the answer.</p>
      }
    } @else {
      <canvas #canvas aria-hidden="true"></canvas>
      @for (label of labels(); track label.kind + label.name) {
        <span
          aria-hidden="true"
          [class]="'label ' + label.kind"
          [class.below]="label.leadPx < 0"
          [style.left.px]="label.x"
          [style.top.px]="label.y"
          [style.--lead.px]="label.leadPx < 0 ? -label.leadPx : label.leadPx"
          ><b>{{ label.name }}</b></span
        >
      }
    }
  `,
  styleUrl: './chalk-picture.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChalkPicture {
  readonly scene = input.required<StandScene>();
  readonly view = input.required<View>();
  /** Drawn as it should be. */
  readonly goal = input(false);
  /** The same without depth, as an SVG document; null: none may stand in. */
  readonly flatSvg = input.required<string | null>();

  protected readonly labels = signal<readonly PlacedLabel[]>([]);
  protected readonly flat = signal(false);

  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly chalk = signal<ChalkView | null>(null);
  private readonly size = signal({ width: 0, height: 0 });
  private frame = 0;
  private left = false;

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      if (typeof ResizeObserver === 'undefined') {
        this.flat.set(true);
        return;
      }
      const observer = new ResizeObserver(([entry]) => {
        const { width = 0, height = 0 } = entry?.contentRect ?? {};
        this.size.set({ width, height });
      });
      observer.observe(host);
      destroyed.onDestroy(() => observer.disconnect());
      void this.open();
    });
    destroyed.onDestroy(() => {
      this.left = true;
      cancelAnimationFrame(this.frame);
      this.chalk()?.close();
    });
    effect(() => this.chalk()?.put(this.scene(), this.goal()));
    effect(() => {
      const { width, height } = this.size();
      this.chalk()?.resize(width, height);
    });
    effect(() => {
      const [chalk, view, { width }] = [this.chalk(), this.view(), this.size()];
      this.scene();
      this.goal();
      if (chalk === null || width === 0) return;
      cancelAnimationFrame(this.frame);
      this.frame = requestAnimationFrame(() => this.labels.set(inRows(chalk.look(view))));
    });
  }

  private async open(): Promise<void> {
    const canvas = this.canvas()?.nativeElement;
    if (canvas === undefined) return;
    try {
      const { ChalkView: View } = await import('./chalk-view.ts');
      if (!this.left) this.chalk.set(new View(canvas));
    } catch {
      // No depth on this device, or its part could not be fetched.
      this.flat.set(true);
    }
  }
}
