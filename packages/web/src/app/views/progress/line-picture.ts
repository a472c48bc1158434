import {
  afterNextRender,
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
import { ThemeStore } from '../../device/theme.store.ts';
import { type ChartColours, type Look, type ProgressDrawing } from './chart-option.ts';
import { drawPicture } from './draw-picture.ts';
import { closer, later, WHOLE } from './look.ts';

/** What is in sight comes first. */
const UNSEEN_MS = 1_200;
const STEP = 0.6;
const SHARE = 0.25;
const LOOKS = {
  closer: (look: Look) => closer(look, STEP),
  wider: (look: Look) => closer(look, 1 / STEP),
  earlier: (look: Look) => later(look, -SHARE),
  later: (look: Look) => later(look, SHARE),
  all: () => WHOLE,
};
type LookName = keyof typeof LOOKS;

const COLOURS = {
  ink: '--lo-ink',
  soft: '--lo-ink-soft',
  now: '--lo-now',
  paper: '--lo-paper',
  line: '--lo-line',
  lineStrong: '--lo-line-strong',
  inTint: '--lo-in-tint',
  twine: '--lo-twine',
  face: '--lo-face',
  out: '--lo-out',
} as const;

/** The drawing of one line, large or small: drawn beside the page, shown as one SVG. */
@Component({
  selector: 'lo-line-picture',
  template: `
    <div
      #paper
      class="paper"
      [class.small]="small()"
      aria-hidden="true"
      (click)="point($event)"
      (wheel)="wheel($event)"
    ></div>
    @if (failed()) {
      <p role="alert">The picture could not be drawn. The table says the same.</p>
    }
    @if (!small()) {
      <div class="looks" role="group" aria-label="Picture" (keydown)="key($event)">
        @for (look of looks; track look.name) {
          <button type="button" (click)="turn(look.does)">{{ look.name }}</button>
        }
      </div>
    }
  `,
  styleUrl: './line-picture.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LinePicture {
  readonly drawing = input.required<ProgressDrawing>();
  readonly small = input(false);
  /** A lesson was pointed at, by its place in the series. */
  readonly opened = output<number>();

  protected readonly looks = [
    { name: 'Closer +', keys: ['+', '='], does: 'closer' },
    { name: 'Wider −', keys: ['-', '−'], does: 'wider' },
    { name: '← Earlier', keys: ['ArrowLeft'], does: 'earlier' },
    { name: 'Later →', keys: ['ArrowRight'], does: 'later' },
    { name: 'All 0', keys: ['0'], does: 'all' },
  ] satisfies readonly { readonly name: string; readonly keys: readonly string[]; readonly does: LookName }[];

  private readonly paper = viewChild.required<ElementRef<HTMLElement>>('paper');
  private readonly theme = inject(ThemeStore);
  private readonly look = signal<Look>(WHOLE);
  /** Drawn when it comes into sight, again at another size, and soon all the same: a print shows the whole page. */
  private readonly size = signal<{ readonly width: number; readonly height: number } | null>(null);
  private readonly isSeen = signal(false);
  /** The picture could not be drawn; the table says the same. */
  protected readonly failed = signal(false);
  private svg = '';

  constructor() {
    const seen = new IntersectionObserver((entries) => {
      if (entries.some((e) => e.isIntersecting)) this.isSeen.set(true);
    });
    const sized = new ResizeObserver(([entry]) => {
      if (entry === undefined) return;
      const { width, height } = entry.contentRect;
      this.size.set({ width: Math.round(width), height: Math.round(height) });
    });
    afterNextRender(() => {
      seen.observe(this.paper().nativeElement);
      sized.observe(this.paper().nativeElement);
    });
    const soon = setTimeout(() => this.isSeen.set(true), UNSEEN_MS);
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(soon);
      seen.disconnect();
      sized.disconnect();
    });
    effect((onCleanup) => {
      this.theme.theme();
      const [drawing, look, size, small] = [this.drawing(), this.look(), this.size(), this.small()];
      if (!this.isSeen() || size === null || size.width === 0) return;
      const drawn = drawPicture({ drawing, look, small, ...size, colours: this.colours() }).subscribe({
        next: (svg) => {
          this.failed.set(false);
          this.show(svg);
        },
        error: (error: unknown) => {
          reportError(error);
          this.failed.set(true);
        },
      });
      onCleanup(() => drawn.unsubscribe());
    });
  }

  protected turn(look: LookName): void {
    this.look.update(LOOKS[look]);
  }

  /** The keys of the buttons, while one of them has the focus. */
  protected key(event: KeyboardEvent): void {
    const look = this.looks.find((l) => l.keys.includes(event.key));
    if (look === undefined) return;
    event.preventDefault();
    this.turn(look.does);
  }

  /** A wheel alone scrolls the page; with Ctrl, as everywhere, it looks closer. */
  protected wheel(event: WheelEvent): void {
    if (!event.ctrlKey || this.small()) return;
    event.preventDefault();
    this.turn(event.deltaY < 0 ? 'closer' : 'wider');
  }

  /** The library marks what it draws with the series and the place in it. */
  protected point({ target }: Event): void {
    const [drawn, index] = [target as Element, (target as Element).getAttribute('ecmeta_data_index')];
    // Signs and shapes laid over have places of their own, which are no lessons of this line.
    if (index === null || drawn.hasAttribute('ecmeta_silent')) return;
    this.opened.emit(Number(index));
  }

  /** The picture with its size; empty before it was drawn. */
  picture(): { readonly svg: string; readonly width: number; readonly height: number } {
    return { svg: this.svg, ...(this.size() ?? { width: 0, height: 0 }) };
  }

  private show(svg: string): void {
    this.svg = svg;
    const document = new DOMParser().parseFromString(svg, 'image/svg+xml');
    this.paper().nativeElement.replaceChildren(document.documentElement);
  }

  private colours(): ChartColours {
    const style = getComputedStyle(this.paper().nativeElement);
    return Object.fromEntries(
      Object.entries(COLOURS).map(([name, property]) => [name, style.getPropertyValue(property).trim()]),
    ) as unknown as ChartColours;
  }
}
