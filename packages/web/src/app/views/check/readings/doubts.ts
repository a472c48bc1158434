import { degreesFromRadians, signWords } from '@lotrecht/core';
import { type CheckDocument } from '@lotrecht/records';
import { formatLength } from '@lotrecht/words';
import { type LineKey } from '../../../words/words.ts';
import { type Entry, entryTitle, type FieldKey, type LengthUnit, parseEntry } from './entry.ts';

/** A reading that can hardly be: asked about before it is kept. */
export interface Doubt {
  readonly key: FieldKey;
  readonly line: LineKey;
  /** What was read, and what is usual, for the one who typed it. */
  readonly question: string;
}

/** Mark to mark of grown-ups and children, mm; far outside it a digit was lost or a unit slipped. */
const BASES_MM: Readonly<Record<LineKey, readonly [number, number]>> = {
  face: [40, 130],
  toes: [150, 900],
  heels: [100, 800],
  knees: [80, 700],
  hips: [120, 500],
  shoulders: [150, 600],
  eyes: [40, 90],
};
/** A rod or a club laid across, between the two places where it was plumbed. */
const ROD_MM = [250, 2000] as const;

function usualOf({ line, by, rod }: Entry): readonly [number, number] | null {
  if (by === 'gaps') return rod ? ROD_MM : BASES_MM[line];
  return by === 'square' ? BASES_MM.face : null;
}

/** What of the readings is to be asked about. */
export function doubtsOf(entries: readonly Entry[], unit: LengthUnit): readonly Doubt[] {
  return entries.flatMap((entry): readonly Doubt[] => {
    const usual = usualOf(entry);
    const base = parseEntry(entry, unit).find((f) => f.name === 'baseMm');
    if (usual === null || base?.parsed.kind !== 'value') return [];
    const { value } = base.parsed;
    const [least, most] = usual;
    if (value >= least && value <= most) return [];
    const question = `${entryTitle(entry)}: a base of ${formatLength(value, unit)}. Usual is ${formatLength(least, unit)} to ${formatLength(most, unit)}.`;
    return [{ key: base.key, line: entry.line, question }];
  });
}

/** Readings before of the same student. */
export type ReadBefore = readonly Pick<CheckDocument, 'observations'>[];

/** Nobody stands so far round by accident, degrees. */
const FARTHEST_DEG = 20;
/** A student changes by no more from one day to the next, degrees, however steady they were. */
const LEAST_CHANGE_DEG = 10;
/** So many of their own spreads are no accident either. */
const SPREADS = 4;
/** As near to what they stood before the other way round, degrees, lead and trail were swapped. */
const SWAPPED_WITHIN_DEG = 4;

/** Nobody has these beyond the string that lies between them and the ball. */
const BEHIND_THE_STRING: readonly LineKey[] = ['toes', 'heels', 'knees', 'hips'];

/** Angles that can hardly be: against where this student stood before, or where anyone stands. */
export function angleDoubtsOf(
  entries: readonly Entry[],
  unit: LengthUnit,
  before: ReadBefore,
): readonly Doubt[] {
  return entries.flatMap((entry): readonly Doubt[] => {
    if (entry.by !== 'gaps') return [];
    const parsed = parseEntry(entry, unit);
    const valueOf = (name: string): number | null => {
      const field = parsed.find((f) => f.name === name);
      return field?.parsed.kind === 'value' ? field.parsed.value : null;
    };
    const [leadGapMm, trailGapMm, baseMm] = [valueOf('leadGapMm'), valueOf('trailGapMm'), valueOf('baseMm')];
    const trail = parsed.find((f) => f.name === 'trailGapMm');
    if (leadGapMm === null || trailGapMm === null || baseMm === null || trail === undefined) return [];
    const deg = closedDeg({ leadGapMm, trailGapMm, baseMm });
    const known = before.flatMap(({ observations }) =>
      observations.flatMap((o) => (o.by === 'gaps' && o.line === entry.line ? [closedDeg(o)] : [])),
    );
    const stoodOver = BEHIND_THE_STRING.includes(entry.line) && leadGapMm < 0 && trailGapMm < 0;
    const why = stoodOver ? 'The student would stand beyond the string.' : whyDoubted(deg, known);
    if (why === null) return [];
    const question = `${entryTitle(entry)}: ${wordOf(deg)}. ${why}`;
    return [{ key: trail.key, line: entry.line, question }];
  });
}

function closedDeg(o: {
  readonly leadGapMm: number;
  readonly trailGapMm: number;
  readonly baseMm: number;
}): number {
  return degreesFromRadians(Math.atan2(o.trailGapMm - o.leadGapMm, o.baseMm));
}

function whyDoubted(deg: number, known: readonly number[]): string | null {
  if (known.length < 2) return Math.abs(deg) > FARTHEST_DEG ? 'Hardly anyone stands so far round.' : null;
  const mean = known.reduce((sum, each) => sum + each, 0) / known.length;
  const spread = Math.sqrt(known.reduce((sum, each) => sum + (each - mean) ** 2, 0) / (known.length - 1));
  if (Math.abs(deg - mean) <= Math.max(LEAST_CHANGE_DEG, SPREADS * spread)) return null;
  const swapped = Math.abs(-deg - mean) <= SWAPPED_WITHIN_DEG;
  return `Before it was ${wordOf(mean)}.${swapped ? ' Were lead and trail swapped?' : ''}`;
}

function wordOf(deg: number): string {
  const [below, above] = signWords('toes');
  return `${Math.abs(deg).toFixed(0)}° ${deg < 0 ? below : above}`;
}
