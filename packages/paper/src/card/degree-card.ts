import { degreesFromRadians, type LineName, radiansFromDegrees } from '@lotrecht/core';
import { LINE_TITLES } from '@lotrecht/words';
import { Flow } from '../drawing/flow.ts';
import { PAPER_MM, type Printing, rulerBar } from '../drawing/page.ts';
import { type Shape, type Sheet } from '../drawing/shape.ts';

/** A length across which a line is read. */
export interface CardBase {
  readonly name: string;
  readonly lengthMm: number;
  /** A rod's own length lies along the rod, a stance along the line. */
  readonly along: 'targetLine' | 'rod';
}

/** What a card is made for. */
export interface CardWish {
  readonly firstName: string;
  readonly handedness: 'right' | 'left';
  readonly methodName: string;
  readonly bases: readonly CardBase[];
  /** Lines in field order with their limits, φ in degrees, and the base they are read over. */
  readonly lines: readonly {
    readonly line: LineName;
    readonly fromDeg: number;
    readonly toDeg: number;
    readonly baseMm: number;
    readonly along: CardBase['along'];
  }[];
  readonly foot: string;
}

/** A card that is folded once goes into a pocket: A6. */
const CARD_MM = { width: 105, height: 148 } as const;
const PAD_MM = 7;
const STEPS_MM = [5, 10, 15, 20, 25, 30, 40, 50, 60, 80];
const BLANK_ROWS = 6;
/** Room to write a number, where the card has it. */
const ROW_MM = 5.8;
const HEAD_MM = 7;
const FOOT_MM = 6;
/** So many lines stand beside each other in a blank row and leave room to write. */
const ABREAST = 4;
/** Beyond this an angle is a slip, not a set-up. */
const WIDEST_DEG = 45;

/** Degrees for a difference of gaps over a length. @example degreesOf(31, { lengthMm: 450, along: 'targetLine' }) // 3.9408... */
export function degreesOf(differenceMm: number, { lengthMm, along }: Omit<CardBase, 'name'>): number {
  return degreesFromRadians(
    along === 'rod' ? Math.asin(differenceMm / lengthMm) : Math.atan2(differenceMm, lengthMm),
  );
}

/** The difference of gaps at which a limit is reached. @example millimetresOf(2, { lengthMm: 450, along: 'targetLine' }) // 15.71... */
export function millimetresOf(limitDeg: number, { lengthMm, along }: Omit<CardBase, 'name'>): number {
  const rad = radiansFromDegrees(limitDeg);
  return lengthMm * (along === 'rod' ? Math.sin(rad) : Math.tan(rad));
}

/** Millimetres to degrees, limits and blank rows, to work with in the rain: pocket size, on a page to be cut out. */
export function degreeCard(wish: CardWish, printing: Printing): Sheet {
  const [widthMm, heightMm] = PAPER_MM[printing.paper];
  const [x, y] = [(widthMm - CARD_MM.width) / 2, 24];
  const inner = CARD_MM.width - 2 * PAD_MM;
  const flow = new Flow({ at: [x + PAD_MM, y + PAD_MM], widthMm: inner }, printing.measure);
  const small = { sizeMm: 3.1 } as const;
  const head = { sizeMm: 3.1, bold: true } as const;
  flow
    .text(`${wish.firstName}, ${wish.handedness === 'right' ? 'right-handed' : 'left-handed'}`, {
      sizeMm: 4.6,
      bold: true,
    })
    .text(wish.methodName, { ...small, ink: 'soft' })
    .gap(1.5);
  const column = (inner - 16) / Math.max(1, wish.bases.length);
  flow.row(
    [
      { xMm: 0, text: 'mm' },
      ...wish.bases.map((b, i) => ({ xMm: 16 + i * column, text: `${b.name} ${b.lengthMm}` })),
    ],
    head,
  );
  for (const mm of STEPS_MM) {
    flow.row(
      [
        { xMm: 0, text: String(mm) },
        ...wish.bases.map((b, i) => ({ xMm: 16 + i * column, text: degreesText(degreesOf(mm, b)) })),
      ],
      small,
    );
  }
  flow.gap(1).rule().gap(1);
  flow.row(
    [
      { xMm: 0, text: 'In, trail minus lead' },
      { xMm: 38, text: 'from' },
      { xMm: 58, text: 'to' },
    ],
    head,
  );
  for (const { line, fromDeg, toDeg, baseMm, along } of wish.lines) {
    const base = { lengthMm: baseMm, along };
    flow.row(
      [
        { xMm: 0, text: line === 'face' ? 'Face (heel minus toe)' : LINE_TITLES[line] },
        { xMm: 38, text: signed(millimetresOf(fromDeg, base)) },
        { xMm: 58, text: `${signed(millimetresOf(toDeg, base))} mm over ${baseMm}` },
      ],
      small,
    );
  }
  flow.text('More than the second is closed, for the face open; less than the first the other way.', {
    sizeMm: 2.5,
    ink: 'soft',
  });
  flow.gap(1).rule().gap(1);
  const blocks = Math.max(1, Math.ceil(wish.lines.length / ABREAST));
  const abreast = Math.max(1, Math.ceil(wish.lines.length / blocks));
  const cell = inner / (abreast * 2);
  const rows = Math.floor(BLANK_ROWS / blocks);
  const roomMm = y + CARD_MM.height - FOOT_MM - flow.bottomMm - blocks * HEAD_MM;
  const rowMm = Math.min(ROW_MM, roomMm / (blocks * rows));
  for (let block = 0; block < blocks; block++) {
    flow.row(
      wish.lines
        .slice(block * abreast, (block + 1) * abreast)
        .map(({ line }, i) => ({ xMm: i * 2 * cell, text: LINE_TITLES[line] })),
      { sizeMm: 2.7, bold: true },
    );
    flow.row(
      wish.lines.slice(block * abreast, (block + 1) * abreast).flatMap(({ line }, i) => [
        { xMm: i * 2 * cell, text: line === 'face' ? 'heel' : 'lead' },
        { xMm: (i * 2 + 1) * cell, text: line === 'face' ? 'toe' : 'trail' },
      ]),
      { sizeMm: 2.4, ink: 'soft' },
    );
    for (let i = 0; i < rows; i++) flow.gap(rowMm).rule();
  }
  const frame: Shape = {
    kind: 'path',
    name: 'card',
    places: [
      [x, y],
      [x + CARD_MM.width, y],
      [x + CARD_MM.width, y + CARD_MM.height],
      [x, y + CARD_MM.height],
    ],
    closed: true,
    stroke: 'soft',
    widthMm: 0.2,
    dashMm: [2, 2],
  };
  return {
    title: `Degree card of ${wish.firstName}`,
    widthMm,
    heightMm,
    shapes: [
      frame,
      ...flow.shapes,
      { kind: 'text', at: [x + PAD_MM, y + CARD_MM.height - 3], text: wish.foot, sizeMm: 2.3, ink: 'soft' },
      {
        kind: 'text',
        at: [x, y - 3],
        text: 'Cut along the dashes. Write with a pencil: it works in the rain.',
        sizeMm: 3,
        ink: 'soft',
      },
      ...rulerBar((widthMm - 100) / 2 - 20, heightMm - 20),
    ],
  };
}

function degreesText(deg: number): string {
  return Number.isFinite(deg) && deg <= WIDEST_DEG ? `${deg.toFixed(1)}°` : '–';
}

function signed(mm: number): string {
  const whole = Math.round(mm);
  return whole === 0 ? '0' : `${whole < 0 ? '−' : '+'}${Math.abs(whole)}`;
}
