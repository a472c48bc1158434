import { type Place } from '../drawing/shape.ts';

const FOOT_WIDTH_MM = 95;

/**
 * A shoe from above as a box from toe tip to heel: its ends are where the tape is held.
 *
 * @param scale one millimetre on paper for so many on the ground
 */
export function footOutline(tip: Place, heel: Place, scale: number): readonly Place[] {
  const [dx, dy] = [heel[0] - tip[0], heel[1] - tip[1]];
  const length = Math.hypot(dx, dy) || 1;
  const half = FOOT_WIDTH_MM / scale / 2;
  const [ox, oy] = [(-dy / length) * half, (dx / length) * half];
  return [
    [tip[0] + ox, tip[1] + oy],
    [heel[0] + ox, heel[1] + oy],
    [heel[0] - ox, heel[1] - oy],
    [tip[0] - ox, tip[1] - oy],
  ];
}
