import { Flow } from '../drawing/flow.ts';
import { MARGIN_MM, page, PAPER_MM, type Printing } from '../drawing/page.ts';
import { moved, type Shape, type Sheet } from '../drawing/shape.ts';
import { type SightPicture } from '../sight/sight-picture.ts';

/** What is sent home: one picture, one priority, one drill. Sentences come ready for whoever reads them. */
export interface HandOutWish {
  readonly firstName: string;
  readonly date: string;
  /** What was found, line by line, in words. */
  readonly found: readonly string[];
  /** The one thing to change, with its move and its feel. */
  readonly priority: readonly string[];
  readonly drill: { readonly name: string; readonly how: string; readonly dose: string };
  readonly checkYourself: readonly string[];
  readonly cautions: readonly string[];
  /** The instructor's own sentence; empty: none. */
  readonly own: string;
  readonly board: { readonly shapes: readonly Shape[]; readonly widthMm: number; readonly heightMm: number };
  /** Null where no target was noted: then nothing can be drawn against it. */
  readonly sight: { readonly now: SightPicture; readonly goal: SightPicture } | null;
  readonly foot: string;
}

const PICTURE_SCALE = 0.5;

/** A drawing made smaller, as a whole. */
function shrunk(shapes: readonly Shape[], scale: number): readonly Shape[] {
  return shapes.map((shape) => {
    if (shape.kind === 'path')
      return {
        ...shape,
        places: shape.places.map(([x, y]) => [x * scale, y * scale] as const),
        ...(shape.widthMm !== undefined && { widthMm: shape.widthMm * 0.7 }),
      };
    if (shape.kind === 'circle')
      return {
        ...shape,
        at: [shape.at[0] * scale, shape.at[1] * scale] as const,
        radiusMm: shape.radiusMm * 0.7,
      };
    return { ...shape, at: [shape.at[0] * scale, shape.at[1] * scale] as const, sizeMm: shape.sizeMm * 0.8 };
  });
}

/** One page to take home. */
export function handOut(wish: HandOutWish, printing: Printing): Sheet {
  const [widthMm] = PAPER_MM[printing.paper];
  const inner = widthMm - 2 * MARGIN_MM;
  const head = { sizeMm: 4.6, bold: true } as const;
  const body = { sizeMm: 4 } as const;
  const title = new Flow({ at: [MARGIN_MM, MARGIN_MM], widthMm: inner }, printing.measure)
    .text(`For ${wish.firstName}`, { sizeMm: 7, bold: true })
    .text(wish.date, { sizeMm: 3.4, ink: 'soft' })
    .gap(2);
  const top = title.bottomMm;
  const left = new Flow({ at: [MARGIN_MM, top], widthMm: inner - wish.board.widthMm - 8 }, printing.measure);
  left.text('The one thing', head);
  for (const sentence of wish.priority) left.text(sentence, { sizeMm: 4.8, bold: true }).gap(0.6);
  if (wish.own !== '') left.gap(1).text(wish.own, body);
  left.gap(2).text('What was found', head);
  for (const sentence of wish.found) left.text(sentence, body);
  const board = moved(wish.board.shapes, [widthMm - MARGIN_MM - wish.board.widthMm, top]);
  let y = Math.max(left.bottomMm, top + wish.board.heightMm) + 4;
  const pictures: Shape[] = [];
  if (wish.sight !== null) {
    const { now, goal } = wish.sight;
    for (const [i, picture] of [now, goal].entries()) {
      const x = MARGIN_MM + i * (inner / 2);
      pictures.push(
        {
          kind: 'text',
          at: [x, y + 3],
          text: i === 0 ? 'As it is, from your eyes' : 'As it should be',
          sizeMm: 3.4,
          bold: true,
        },
        ...moved(shrunk(picture.sheet.shapes, PICTURE_SCALE), [x, y + 5]),
      );
    }
    y += 5 + now.sheet.heightMm * PICTURE_SCALE + 4;
  }
  const below = new Flow({ at: [MARGIN_MM, y], widthMm: inner }, printing.measure);
  below
    .text(`Drill: ${wish.drill.name}`, head)
    .text(wish.drill.how, body)
    .text(wish.drill.dose, { ...body, bold: true });
  below.gap(3).text('Check yourself', head);
  for (const sentence of wish.checkYourself) below.text(sentence, body);
  below.gap(3).text('Take care', head);
  for (const sentence of wish.cautions) below.text(sentence, { sizeMm: 3.5 });
  return page(printing, {
    title: `For ${wish.firstName}, ${wish.date}`,
    foot: wish.foot,
    shapes: [...title.shapes, ...left.shapes, ...board, ...pictures, ...below.shapes],
  });
}
