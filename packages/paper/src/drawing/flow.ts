import { type Ink, type Measure, type Place, type Shape } from './shape.ts';

/** How a paragraph is set. */
export interface TextStyle {
  readonly sizeMm: number;
  readonly bold?: boolean;
  readonly ink?: Ink;
}

/** Line height as a share of the size. */
const LEADING = 1.32;

/**
 * Breaks a text into lines that fit; a word longer than the line stands alone.
 *
 * @example wrapped('open the stance', { widthMm: 10, style: { sizeMm: 1 }, measure: (t) => t.length }) // ['open the', 'stance']
 */
export function wrapped(
  text: string,
  how: { readonly widthMm: number; readonly style: TextStyle; readonly measure: Measure },
): readonly string[] {
  const { widthMm, style, measure } = how;
  const lines: string[] = [];
  for (const paragraph of text.split('\n')) {
    let line = '';
    for (const word of paragraph.split(/\s+/).filter(Boolean)) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (line !== '' && measure(longer, style.sizeMm, style.bold === true) > widthMm) {
        lines.push(line);
        line = word;
      } else line = longer;
    }
    lines.push(line);
  }
  return lines;
}

/** Text set from the top of a column downward. */
export class Flow {
  private readonly set: Shape[] = [];
  private yMm: number;

  constructor(
    private readonly column: { readonly at: Place; readonly widthMm: number },
    private readonly measure: Measure,
  ) {
    this.yMm = column.at[1];
  }

  get shapes(): readonly Shape[] {
    return this.set;
  }

  /** Where the next line goes. */
  get bottomMm(): number {
    return this.yMm;
  }

  gap(mm: number): this {
    this.yMm += mm;
    return this;
  }

  text(text: string, style: TextStyle): this {
    const { at, widthMm } = this.column;
    for (const line of wrapped(text, { widthMm, style, measure: this.measure })) {
      this.yMm += style.sizeMm;
      this.set.push({ kind: 'text', at: [at[0], this.yMm], text: line, ...style });
      this.yMm += style.sizeMm * (LEADING - 1);
    }
    return this;
  }

  /** A rule over the column. */
  rule(): this {
    const { at, widthMm } = this.column;
    this.set.push({
      kind: 'path',
      places: [
        [at[0], this.yMm],
        [at[0] + widthMm, this.yMm],
      ],
      stroke: 'line',
      widthMm: 0.2,
    });
    return this;
  }

  /** Cells of a row, each from its own left edge. */
  row(cells: readonly { readonly xMm: number; readonly text: string }[], style: TextStyle): this {
    this.yMm += style.sizeMm;
    for (const { xMm, text } of cells) {
      this.set.push({ kind: 'text', at: [this.column.at[0] + xMm, this.yMm], text, ...style });
    }
    this.yMm += style.sizeMm * (LEADING - 1);
    return this;
  }

  /** Something drawn of a height, moved to where the flow stands. */
  place(shapes: readonly Shape[], heightMm: number): this {
    this.set.push(...shapes);
    this.yMm += heightMm;
    return this;
  }
}
