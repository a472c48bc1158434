import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { type CheckDocument, type ResultDocument } from '@lotrecht/records';
import { formatLength } from '@lotrecht/words';
import { angleText, leanOf, LINE_TITLES, type LineKey } from '../../../words/words.ts';
import { type BoardLine, drawBoard, fitViewBox, MAGNIFICATION, MOST_WITH_GAPS } from './board-drawing.ts';

/** A grid line every 100 mm. */
const GRID_MM = 100;
/** The bar of the scale: a round length in every unit. */
const SCALE_MM = { mm: 200, cm: 200, in: 203.2 } as const;
/** Size of the lettering on the screen, whatever the scale of the ground. */
const LETTERING_PX = 15;
const SMALL_LETTERING_PX = 12;
const SMALL_BOARD_PX = 420;
/** A lower board shows the lines only; the words stand above it anyway. */
const LEAST_LABELLED_PX = 220;
/** The face's label in widths of its lettering: it goes beyond the string where it fits. */
const FACE_LABEL_LETTERS = 10.5;
/** Mean width of a letter in heights of the lettering. */
const LETTER = 0.6;
const SHOE_LENGTH_MM = 290;
const SHOE_WIDTH_MM = 104;

/** The ground from above, to scale: string, ball, feet and face where they were measured. */
@Component({
  selector: 'lo-string-board',
  templateUrl: './string-board.html',
  styleUrl: './string-board.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StringBoard {
  readonly document = input.required<CheckDocument | null>();
  readonly result = input.required<ResultDocument | null>();
  readonly handedness = input.required<'right' | 'left'>();
  readonly targetName = input('target');
  /** Goals of the method, φ in degrees; 0 where none is named. */
  readonly goalsDeg = input<Partial<Readonly<Record<LineKey, number>>>>({});
  /** Nothing is drawn yet, so that guesses stay guesses. */
  /** What lengths are told in. */
  readonly unit = input<'mm' | 'cm' | 'in'>('mm');
  readonly covered = input(false);

  /** Shown while it is held. */
  readonly asItShouldBe = signal(false);

  protected readonly magnified = signal(false);
  protected readonly magnification = MAGNIFICATION;
  protected readonly drawing = computed(() =>
    drawBoard(
      {
        document: this.document(),
        result: this.result(),
        handedness: this.handedness(),
        ...(this.asItShouldBe() && { goalsDeg: this.goalsDeg() }),
      },
      this.magnified(),
    ),
  );

  /** A bar of a round length in the set unit. */
  protected readonly scale = computed(() => {
    const mm = SCALE_MM[this.unit()];
    return { mm, path: `M0 -12v12h${mm}v-12M${mm / 2} 0v-8`, text: formatLength(mm, this.unit()) };
  });

  private readonly svg = viewChild.required<ElementRef<SVGSVGElement>>('board');
  private readonly size = signal({ width: 480, height: 480 });

  /** The part of the ground that is shown, with its edges. */
  protected readonly view = computed(() => {
    const size = this.size();
    const [x, y, width, height] = fitViewBox(this.drawing().viewBox, size.width / size.height);
    const letteringPx = size.width < SMALL_BOARD_PX ? SMALL_LETTERING_PX : LETTERING_PX;
    const text = (letteringPx * width) / size.width;
    const farSide = this.handedness() === 'right' ? x + width : -x;
    return {
      labelled: size.height > LEAST_LABELLED_PX,
      faceLabelBeyond: farSide > FACE_LABEL_LETTERS * text,
      x,
      y,
      width,
      height,
      right: x + width,
      bottom: y + height,
      text,
    };
  });

  protected readonly grid = computed(() => {
    const { x, y, width, height } = this.view();
    const steps = (from: number, length: number): number[] => {
      const first = Math.ceil(from / GRID_MM) * GRID_MM;
      return Array.from(
        { length: Math.floor((from + length - first) / GRID_MM) + 1 },
        (_, i) => first + i * GRID_MM,
      );
    };
    return { xs: steps(x, width), ys: steps(y, height) };
  });

  /** Usual shoes behind the toe marks: they only show which way the student stands. */
  protected readonly shoes = computed(() =>
    this.drawing().toeMarks.map(({ x, y }) => ({
      x: this.handedness() === 'right' ? x - SHOE_LENGTH_MM : x,
      y: y - SHOE_WIDTH_MM / 2,
      width: SHOE_LENGTH_MM,
      height: SHOE_WIDTH_MM,
    })),
  );

  /** The board in words, for who does not see it. */
  protected readonly inWords = computed(() => {
    const result = this.result();
    if (this.covered()) return 'String board, covered until it is revealed.';
    if (result === null) return 'String board, empty: no line has been read yet.';
    const lines = Object.entries(result.lines).map(([key, line]) => {
      const lean = leanOf(result, key as LineKey);
      return `${LINE_TITLES[key as LineKey]} ${angleText(line)}${lean ? `, ${lean.words.toLowerCase()}` : ''}`;
    });
    return `String board, seen from above with the target up. ${lines.join('. ')}.`;
  });

  /** Names of the lines, in rows where they would lie over each other. */
  protected readonly labels = computed(() => {
    const { text, y } = this.view();
    const lines = this.drawing().lines;
    const many = lines.length > MOST_WITH_GAPS + 1;
    const ends: number[] = [];
    const top = Math.min(...lines.map((l) => l.to.y));
    return lines
      .toSorted((a, b) => a.to.x - b.to.x)
      .map((line) => {
        const words = many ? LINE_TITLES[line.key] : line.label;
        if (line.key === 'face') return { line, words, ...this.faceLabel(line), leader: null };
        const half = (words.length * LETTER * text) / 2;
        const free = ends.findIndex((end) => line.to.x - half > end);
        const row = free < 0 ? ends.length : free;
        ends[row] = line.to.x + half;
        const above = many ? top - (0.9 + 1.3 * row) * text : line.to.y - 0.9 * text;
        const at = Math.max(above, y + 1.2 * text);
        return { line, words, x: line.to.x, y: at, anchor: 'middle', leader: many ? at + 0.3 * text : null };
      });
  });

  private faceLabel(line: BoardLine): { x: number; y: number; anchor: string } {
    const { text, faceLabelBeyond } = this.view();
    const toTheRight = faceLabelBeyond === (this.handedness() === 'right');
    const beside = faceLabelBeyond ? Math.max(0, Math.abs(line.to.x)) + text : text;
    return {
      x: toTheRight ? beside : -beside,
      y: line.to.y + 1.1 * text,
      anchor: toTheRight ? 'start' : 'end',
    };
  }

  /** Draws angles larger, and back. */
  toggleMagnified(): void {
    this.magnified.update((m) => !m);
  }

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const observer = new ResizeObserver(([entry]) => {
        const { width, height } = entry?.contentRect ?? { width: 0, height: 0 };
        if (width > 0 && height > 0) this.size.set({ width, height });
      });
      observer.observe(this.svg().nativeElement);
      destroyed.onDestroy(() => observer.disconnect());
    });
  }
}
