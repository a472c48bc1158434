import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  model,
  signal,
} from '@angular/core';
import { type PlaceMark } from '@lotrecht/records';
import { COVERAGE_FACTOR, degreesFromRadians, pointedAt, radiansFromDegrees } from '@lotrecht/core';
import { bearingText, metresText } from './bearings.ts';

/** Wider than the outermost mark by this, degrees. */
const MARGIN_DEG = 4;
/** Never narrower than this on either side. */
const LEAST_DEG = 10;
/** Names closer than this stand in another row, px. */
const NAME_PX = 92;
/** Of the strip before it has been laid out. */
const USUAL_WIDTH_PX = 560;
const ROWS = 4;
/** A point that was chosen and not looked for has no uncertainty of its own; core wants more than none. */
const EXACT_DEG = 1e-6;

interface Placed extends PlaceMark {
  readonly left: number;
  readonly row: number;
}

/**
 * What is seen from the ball, to scale in degrees. Tapped anywhere, or moved with the arrow keys, it says where
 * something points: bearing from the target, metres at its distance, and the uncertainty of the look along the rod.
 */
@Component({
  selector: 'lo-landmark-strip',
  template: `
    <div
      class="strip"
      [class.low]="marks().length === 1"
      role="slider"
      tabindex="0"
      aria-orientation="horizontal"
      [attr.aria-label]="label()"
      [attr.aria-valuemin]="-halfDeg()"
      [attr.aria-valuemax]="halfDeg()"
      [attr.aria-valuenow]="pointed() ?? 0"
      [attr.aria-valuetext]="said() ?? 'nothing pointed at yet'"
      (pointerdown)="hold($event)"
      (pointermove)="drag($event)"
      (keydown)="turn($event)"
    >
      @for (tick of ticks(); track tick.deg) {
        <i class="tick" [class.long]="tick.label !== ''" [style.left.%]="tick.left"
          ><span>{{ tick.label }}</span></i
        >
      }
      <div class="water"></div>
      @for (mark of placed(); track mark.id) {
        <div
          class="mark"
          [class.target]="mark.kind === 'target'"
          [class.aimed]="mark.id === targetId()"
          [class.at-left]="mark.left < 12"
          [class.at-right]="mark.left > 88"
          [style.left.%]="mark.left"
          [style.--row]="mark.row"
        >
          <span class="label">{{ mark.name }}</span>
        </div>
      }
      @if (pointerLeft(); as left) {
        <div class="pointer" [style.left.%]="left"></div>
      }
    </div>
    <p class="said" role="status">{{ said() ?? ask() }}</p>
  `,
  styleUrl: './landmark-strip.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LandmarkStrip {
  readonly marks = input.required<readonly PlaceMark[]>();
  readonly label = input('Where it points among the landmarks');
  /** What is asked for before anything was tapped. */
  readonly ask = input('Tap where the rod points.');
  /** The mark that bearings are told from. */
  readonly targetId = input.required<string | null>();
  /** Standard uncertainty of the look along the rod, degrees; 0 where nothing is looked along. */
  readonly sightingDeg = input(0.5);
  readonly distanceUnit = input<'m' | 'yd'>('m');
  /** Bearing that was tapped, degrees from the place's zero. */
  readonly pointed = model<number | null>(null);

  private readonly widthPx = signal(USUAL_WIDTH_PX);

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      // A page that cannot measure itself keeps the usual width.
      if (typeof ResizeObserver === 'undefined') return;
      const observer = new ResizeObserver(([entry]) => {
        const width = entry?.contentRect.width ?? 0;
        if (width > 0) this.widthPx.set(width);
      });
      observer.observe(host);
      destroyed.onDestroy(() => observer.disconnect());
    });
  }

  protected readonly halfDeg = computed(() =>
    Math.max(LEAST_DEG, ...this.marks().map((m) => Math.ceil(Math.abs(m.bearingDeg)) + MARGIN_DEG)),
  );

  protected readonly placed = computed((): readonly Placed[] => {
    const rows: number[] = [];
    const share = (100 * NAME_PX) / this.widthPx();
    return this.marks()
      .toSorted((a, b) => a.bearingDeg - b.bearingDeg)
      .map((mark) => {
        const left = this.leftOf(mark.bearingDeg);
        const free = Array.from({ length: ROWS }, (_, row) => row).find(
          (row) => left - (rows[row] ?? -share) >= share,
        );
        const row = free ?? 0;
        rows[row] = left;
        return { ...mark, left, row };
      });
  });

  protected readonly ticks = computed(() => {
    const half = this.halfDeg();
    const step = half > 30 ? 5 : 1;
    const count = Math.floor(half / step);
    return Array.from({ length: 2 * count + 1 }, (_, i) => {
      const deg = (i - count) * step;
      return {
        deg,
        left: this.leftOf(deg),
        label: deg % 5 === 0 && Math.abs(deg) < half ? `${Math.abs(deg)}°` : '',
      };
    });
  });

  protected readonly pointerLeft = computed(() => {
    const pointed = this.pointed();
    return pointed === null ? null : this.leftOf(pointed);
  });

  /** What was tapped, told from the target; null before anything was. */
  protected readonly said = computed(() => {
    const pointed = this.pointed();
    const target = this.marks().find((m) => m.id === this.targetId());
    const sightingDeg = this.sightingDeg();
    if (pointed === null || target === undefined) return null;
    const { bearingRad, lateralM, lateralUncertaintyM } = pointedAt(
      radiansFromDegrees(pointed),
      { distanceM: target.distanceM, bearingRad: radiansFromDegrees(target.bearingDeg) },
      radiansFromDegrees(sightingDeg === 0 ? EXACT_DEG : sightingDeg),
    );
    const unit = this.distanceUnit();
    const half = sightingDeg === 0 ? 0 : COVERAGE_FACTOR * lateralUncertaintyM;
    const deg = degreesFromRadians(bearingRad);
    if (Math.abs(deg) < 0.05) return `On ${target.name}`;
    return `${bearingText(deg)} of ${target.name}: ${metresText(lateralM, unit)} at its distance${half > 0 ? `, ± ${metresText(half, unit, 'plain')}` : ''}`;
  });

  /** A tap points; held, the pointer is swept along until it is let go. */
  protected hold(event: PointerEvent): void {
    const strip = event.currentTarget as HTMLElement;
    strip.setPointerCapture(event.pointerId);
    this.pointAt(event);
  }

  protected drag(event: PointerEvent): void {
    if ((event.currentTarget as HTMLElement).hasPointerCapture(event.pointerId)) this.pointAt(event);
  }

  private pointAt(event: PointerEvent): void {
    const strip = event.currentTarget as HTMLElement;
    const share = (event.clientX - strip.getBoundingClientRect().left - strip.clientLeft) / strip.clientWidth;
    this.point((2 * share - 1) * this.halfDeg());
  }

  protected turn(event: KeyboardEvent): void {
    const step = event.shiftKey ? 1 : 0.1;
    const turns: Readonly<Record<string, number>> = { ArrowLeft: -step, ArrowRight: step };
    const by = turns[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const target = this.marks().find((m) => m.id === this.targetId());
    this.point((this.pointed() ?? target?.bearingDeg ?? 0) + by);
  }

  /** To a tenth of a degree, within the strip and within what "points at" can mean. */
  private point(deg: number): void {
    const target = this.marks().find((m) => m.id === this.targetId())?.bearingDeg ?? 0;
    const half = this.halfDeg();
    const within = Math.min(half, target + 44, Math.max(-half, target - 44, deg));
    this.pointed.set(Math.round(within * 10) / 10);
  }

  private leftOf(deg: number): number {
    return 50 + (50 * deg) / this.halfDeg();
  }
}
