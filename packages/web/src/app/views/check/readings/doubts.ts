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
  toes: [150, 1300],
  heels: [100, 1200],
  knees: [80, 900],
  hips: [120, 700],
  shoulders: [150, 800],
  eyes: [35, 100],
};
/** A rod or a club laid across, between the two places where it was plumbed. */
const ROD_MM = [250, 2200] as const;

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
