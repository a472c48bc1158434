/** Results of the same core on the same readings agree to rounding; more than this is worth looking at. */
const NOTABLE = 1e-9;

function differs(a: number, b: number): boolean {
  return Math.abs(a - b) > NOTABLE * Math.max(1, Math.abs(a), Math.abs(b));
}

/**
 * Where two results differ by more than 1e-9, as JSON pointers.
 *
 * @param kept the server's
 * @param shown the browser's
 */
export function differencesBetween(kept: unknown, shown: unknown, path = ''): string[] {
  if (typeof kept === 'number' && typeof shown === 'number') return differs(kept, shown) ? [path] : [];
  if (isRecord(kept) && isRecord(shown)) {
    return [...new Set([...Object.keys(kept), ...Object.keys(shown)])].flatMap((key) =>
      differencesBetween(kept[key], shown[key], `${path}/${key}`),
    );
  }
  return kept === shown ? [] : [path];
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null;
}
