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
const LEAST_LEAD_PX = 4;

/**
 * Names side by side are written in rows, so that none lies over another: over the highest of what stands up, and below
 * each of what lies on the ground.
 */
export function inRows(labels: readonly ChalkLabel[]): readonly PlacedLabel[] {
  const ends = { above: [] as number[], below: [] as number[] };
  const inRow = labels
    .toSorted((a, b) => a.x - b.x)
    .map((label) => {
      const side = ends[standsUp(label) ? 'above' : 'below'];
      const half = (label.name.length * LETTER_PX) / 2;
      const free = Array.from({ length: ROWS }, (_, row) => row).find(
        (row) => (side[row] ?? -Infinity) + AIR_PX <= label.x - half,
      );
      const row = free ?? ROWS - 1;
      side[row] = label.x + half;
      return { label, toRowPx: (row + 1) * ROW_PX };
    });
  // The uppermost row stays in the picture, over the posts where there is room.
  const highest = Math.max(
    Math.min(...labels.filter(standsUp).map(({ y }) => y)),
    ends.above.length * ROW_PX + ROW_PX,
  );
  return inRow.map(({ label, toRowPx }) => ({
    ...label,
    leadPx: standsUp(label) ? Math.max(LEAST_LEAD_PX, label.y - highest + toRowPx) : -toRowPx,
  }));
}

function standsUp({ kind }: ChalkLabel): boolean {
  return kind === 'target' || kind === 'landmark';
}
