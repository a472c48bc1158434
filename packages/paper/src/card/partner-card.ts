import { sideSign } from '@lotrecht/core';
import { Flow } from '../drawing/flow.ts';
import { MARGIN_MM, page, PAPER_MM, type Printing } from '../drawing/page.ts';
import { type Place, type Shape, type Sheet } from '../drawing/shape.ts';

const PICTURE_MM = 46;

interface Step {
  readonly title: string;
  readonly text: string;
  readonly draw: (at: Place, side: 1 | -1) => readonly Shape[];
}

const cord = (
  places: readonly Place[],
  stroke: 'ink' | 'twine' | 'soft' | 'now' | 'out',
  widthMm = 0.8,
): Shape => ({
  kind: 'path',
  places,
  stroke,
  widthMm,
});

/** Ground from above: the line upright, the player's feet beside it. */
function feet([x, y]: Place, side: 1 | -1): readonly Shape[] {
  const toe = x + 20 * side;
  return [
    {
      ...cord(
        [
          [x, y],
          [x, y + 40],
        ],
        'ink',
        0.4,
      ),
      dashMm: [2, 1.2],
    } as Shape,
    { kind: 'circle', at: [x, y + 20], radiusMm: 1.4, fill: 'paper', stroke: 'ink', widthMm: 0.5 },
    cord(
      [
        [toe, y + 12],
        [toe + 11 * side, y + 12],
      ],
      'soft',
      4,
    ),
    cord(
      [
        [toe, y + 30],
        [toe + 11 * side, y + 30],
      ],
      'soft',
      4,
    ),
  ];
}

const STEPS: readonly Step[] = [
  {
    title: '1  Lay a club along the toes',
    text: 'When the player stands as to hit, lay a club on the ground so that it touches both toe tips. Then the player steps away. Nobody says anything yet.',
    draw: (at, side) => [
      ...feet(at, side),
      cord(
        [
          [at[0] + 20 * side, at[1] + 2],
          [at[0] + 20 * side, at[1] + 40],
        ],
        'twine',
        1.2,
      ),
    ],
  },
  {
    title: '2  Tape: line to club, near the target and away from it',
    text: 'Lay the string or rod to the target through the ball. Read the tape square to it, to the club at the lead toe and at the trail toe. Write both down; the difference is what counts.',
    draw: (at, side) => [
      ...feet(at, side),
      cord(
        [
          [at[0] + 20 * side, at[1] + 2],
          [at[0] + 20 * side, at[1] + 40],
        ],
        'twine',
        1.2,
      ),
      cord(
        [
          [at[0], at[1] + 12],
          [at[0] + 20 * side, at[1] + 12],
        ],
        'now',
        0.7,
      ),
      cord(
        [
          [at[0], at[1] + 30],
          [at[0] + 20 * side, at[1] + 30],
        ],
        'now',
        0.7,
      ),
    ],
  },
  {
    title: '3  Step behind the club: where does it point?',
    text: 'Stand two or three metres behind it, close one eye, and look along it. Say what it points at, and how many metres left or right of the target that is.',
    draw: (at, side) => [
      ...feet(at, side),
      cord(
        [
          [at[0] + 20 * side, at[1] + 40],
          [at[0] + 20 * side, at[1] - 2],
        ],
        'twine',
        1.2,
      ),
      {
        ...cord(
          [
            [at[0] + 20 * side, at[1] - 2],
            [at[0] + 20 * side, at[1] - 10],
          ],
          'out',
          0.6,
        ),
        dashMm: [1.5, 1],
      } as Shape,
      { kind: 'circle', at: [at[0] + 20 * side, at[1] + 44], radiusMm: 1.6, fill: 'ink' },
    ],
  },
];

/** Three readings for a helper who has never done it, each drawn. */
export function partnerCard(
  wish: { readonly handedness: 'right' | 'left'; readonly foot: string },
  printing: Printing,
): Sheet {
  const [widthMm] = PAPER_MM[printing.paper];
  // On the sheet x grows to the right of who faces the player.
  const side = -sideSign(wish.handedness) as 1 | -1;
  const title = new Flow({ at: [MARGIN_MM, MARGIN_MM], widthMm: widthMm - 2 * MARGIN_MM }, printing.measure)
    .text('Three readings, by a partner', { sizeMm: 6, bold: true })
    .text(`For a ${wish.handedness}-handed player. Nothing to know, nothing to judge.`, {
      sizeMm: 3.6,
      ink: 'soft',
    });
  const shapes = STEPS.flatMap(({ title: name, text, draw }, i): readonly Shape[] => {
    const top = 42 + i * 68;
    const middle: Place = [MARGIN_MM + PICTURE_MM / 2 + (side === -1 ? 12 : -12), top + 4];
    const words = new Flow(
      { at: [MARGIN_MM + PICTURE_MM + 16, top], widthMm: widthMm - 2 * MARGIN_MM - PICTURE_MM - 16 },
      printing.measure,
    )
      .text(name, { sizeMm: 4.4, bold: true })
      .gap(1)
      .text(text, { sizeMm: 3.8 });
    return [...draw(middle, side), ...words.shapes];
  });
  const last = new Flow(
    { at: [MARGIN_MM, 42 + 3 * 68], widthMm: widthMm - 2 * MARGIN_MM },
    printing.measure,
  ).text('Stand clear when a ball is hit: club, arms and a rod’s length. Stop if anything hurts.', {
    sizeMm: 3.6,
    bold: true,
  });
  return page(printing, {
    title: 'Partner card',
    foot: wish.foot,
    shapes: [...title.shapes, ...shapes, ...last.shapes],
  });
}
