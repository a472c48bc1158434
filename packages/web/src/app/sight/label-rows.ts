import { type ChalkLabel } from './chalk-view.ts';

/** A name where it is written, with the length of the stroke to what it names. */
export interface PlacedLabel extends ChalkLabel {
  /** Up from what it names, px; below it where it lies on the ground. */
  readonly leadPx: number;
}

const ROW_PX = 21;
const LETTER_PX = 8.6;
const AIR_PX = 14;
const ROWS = 8;

/**
 * Names side by side are written in rows, so that none lies over another: over the highest of what stands up, and below
 * each of what lies on the ground.
 */
export function inRows(labels: readonly ChalkLabel[]): readonly PlacedLabel[] {
  const highest = Math.min(...labels.filter(standsUp).map(({ y }) => y));
  const ends = { above: [] as number[], below: [] as number[] };
  return labels
    .toSorted((a, b) => a.x - b.x)
    .map((label) => {
      const up = standsUp(label);
      const side = ends[up ? 'above' : 'below'];
      const half = (label.name.length * LETTER_PX) / 2;
      const free = Array.from({ length: ROWS }, (_, row) => row).find(
        (row) => (side[row] ?? -Infinity) + AIR_PX <= label.x - half,
      );
      const row = free ?? ROWS - 1;
      side[row] = label.x + half;
      const toRow = (row + 1) * ROW_PX;
      return { ...label, leadPx: up ? label.y - highest + toRow : -toRow };
    });
}

function standsUp({ kind }: ChalkLabel): boolean {
  return kind === 'target' || kind === 'landmark';
}
