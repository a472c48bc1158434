import { composeCheck, solveDocument } from '@lotrecht/judging';
import { drawBoard, fitViewBox } from './board-drawing.ts';

function board(handedness: 'right' | 'left', magnified = false, goalsDeg?: { toes: number }) {
  const document = composeCheck({
    handedness,
    club: { group: 'mid-iron' },
    target: {},
    readings: [
      { line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 } },
      { line: 'face', by: 'square', values: { heelGapMm: 4, toeGapMm: 1, baseMm: 75 } },
    ],
  });
  if (document === undefined) throw new Error('the worked check is complete');
  return drawBoard(
    { document, result: solveDocument(document), handedness, ...(goalsDeg && { goalsDeg }) },
    magnified,
  );
}

describe('the string board', () => {
  it('puts each mark where the tape found it, to scale, on the player’s side', () => {
    expect(board('right').marks).toEqual([
      { x: -571, y: -225 },
      { x: -602, y: 225 },
    ]);
    expect(board('left').marks).toEqual([
      { x: 571, y: -225 },
      { x: 602, y: 225 },
    ]);
  });

  it('draws a line through its marks, turned by its angle', () => {
    const toes = board('right').lines.find((l) => l.key === 'toes');
    if (toes === undefined) throw new Error('no toe line');
    const slope = (toes.to.x - toes.from.x) / (toes.from.y - toes.to.y);
    expect(slope).toBeCloseTo(31 / 450, 12);
  });

  it('magnifies the angle five times and nothing else', () => {
    const toes = board('right', true).lines.find((l) => l.key === 'toes');
    if (toes === undefined) throw new Error('no toe line');
    const angle = Math.atan2(toes.to.x - toes.from.x, toes.from.y - toes.to.y);
    expect(angle).toBeCloseTo(5 * Math.atan(31 / 450), 12);
    expect(board('right', true).marks).toEqual(board('right').marks);
  });

  it('keeps everything in sight', () => {
    for (const hand of ['right', 'left'] as const) {
      const { viewBox, lines, marks } = board(hand);
      const [x, y, width, height] = viewBox;
      for (const p of [...marks, ...lines.flatMap((l) => [l.from, l.to])]) {
        expect(p.x > x && p.x < x + width && p.y > y && p.y < y + height).toBe(true);
      }
    }
  });

  it('is widened to the shape of its place, never narrowed', () => {
    expect(fitViewBox([0, 0, 100, 100], 2)).toEqual([-50, 0, 200, 100]);
    expect(fitViewBox([0, 0, 100, 100], 0.5)).toEqual([0, -50, 100, 200]);
  });

  it.each(['right', 'left'] as const)(
    'shows a %s-hander’s line as it should be, turned about its lead mark',
    (hand) => {
      const side = hand === 'right' ? -1 : 1;
      const { marks, edge } = board(hand, false, { toes: 0 });
      expect(marks[0]).toEqual({ x: side * 571, y: -225 });
      expect(marks[1]?.x).toBeCloseTo(side * 571, 9);
      expect(marks[1]?.y).toBeGreaterThan(225);
      // A square face has heel and toe level.
      expect(edge?.heel.y).toBeCloseTo(edge?.toe.y ?? Number.NaN, 9);
      expect(Math.sign(edge?.heel.x ?? 0)).toBe(side);
    },
  );
});
