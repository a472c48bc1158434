import { type FaceReadings, type QuickCheck, type ToeReadings } from '@lotrecht/contract';
import { parseMillimetres, type ParsedReading } from './parse-millimetres.ts';

/** One field of the quick check, in the order the tape is read. */
export interface ReadingField {
  readonly key: FieldKey;
  readonly line: 'toes' | 'face';
  /** The reading's name in the document. */
  readonly name: string;
  readonly label: string;
  /** What is measured, for who reads it for the first time. */
  readonly help: string;
}

/** A field's name: its line and reading. */
export type FieldKey = `toes.${keyof ToeReadings}` | `face.${keyof FaceReadings}`;

/** All fields as typed. */
export type TypedFields = Readonly<Partial<Record<FieldKey, string>>>;

export const FIELDS: readonly ReadingField[] = [
  {
    key: 'toes.leadGapMm',
    line: 'toes',
    name: 'leadGapMm',
    label: 'Lead gap',
    help: 'String to the lead toe',
  },
  {
    key: 'toes.trailGapMm',
    line: 'toes',
    name: 'trailGapMm',
    label: 'Trail gap',
    help: 'String to the trail toe',
  },
  { key: 'toes.baseMm', line: 'toes', name: 'baseMm', label: 'Base', help: 'Toe to toe along the string' },
  {
    key: 'face.heelGapMm',
    line: 'face',
    name: 'heelGapMm',
    label: 'Heel gap',
    help: 'Square rod to the heel of the leading edge',
  },
  {
    key: 'face.toeGapMm',
    line: 'face',
    name: 'toeGapMm',
    label: 'Toe gap',
    help: 'Square rod to the toe of the leading edge',
  },
  { key: 'face.baseMm', line: 'face', name: 'baseMm', label: 'Base', help: 'Heel to toe across the string' },
];

/** The two groups of fields as the screen shows them. */
export const FIELD_GROUPS = [
  {
    line: 'toes',
    title: 'Toes',
    how: 'tape from the string',
    fields: FIELDS.filter((f) => f.line === 'toes'),
  },
  {
    line: 'face',
    title: 'Face',
    how: 'rule from the square rod',
    fields: FIELDS.filter((f) => f.line === 'face'),
  },
] as const;

/** The field after this one, or null after the last. */
export function fieldAfter(key: FieldKey): FieldKey | null {
  return FIELDS[FIELDS.findIndex((f) => f.key === key) + 1]?.key ?? null;
}

/** The field with this key. */
export function fieldOf(key: FieldKey): ReadingField {
  const field = FIELDS.find((f) => f.key === key);
  if (field === undefined) throw new Error(`no field ${key}`);
  return field;
}

/** Every field as it reads now. */
export function parseFields(typed: TypedFields): ReadonlyMap<FieldKey, ParsedReading> {
  return new Map(FIELDS.map(({ key }) => [key, parseMillimetres(typed[key] ?? '')]));
}

/** The readings that are numbers, grouped by line. */
export function readingsFrom(
  parsed: ReadonlyMap<FieldKey, ParsedReading>,
): Pick<QuickCheck, 'toes' | 'face'> {
  const ofLine = (line: ReadingField['line']): Record<string, number> =>
    Object.fromEntries(
      FIELDS.filter((f) => f.line === line).flatMap(({ key, name }) => {
        const reading = parsed.get(key);
        return reading?.kind === 'value' ? [[name, reading.mm]] : [];
      }),
    );
  return { toes: ofLine('toes'), face: ofLine('face') };
}

/** Stored readings as they were typed. */
export function fieldsFrom({ toes, face }: Pick<QuickCheck, 'toes' | 'face'>): TypedFields {
  const texts = (line: string, readings: object): [string, string][] =>
    Object.entries(readings).map(([name, mm]) => [`${line}.${name}`, String(mm)]);
  return Object.fromEntries([...texts('toes', toes), ...texts('face', face)]) as TypedFields;
}

/** A line that was begun and not finished, with the first field that is missing. */
export function unfinishedLine(parsed: ReadonlyMap<FieldKey, ParsedReading>): ReadingField | null {
  for (const group of FIELD_GROUPS) {
    const empty = group.fields.filter((f) => parsed.get(f.key)?.kind === 'empty');
    const gaps = group.fields.filter((f) => f.name !== 'baseMm');
    // A base keeps its last value by itself: alone it is no reading.
    const begun = gaps.some((f) => parsed.get(f.key)?.kind !== 'empty');
    if (begun && empty[0] !== undefined) return empty[0];
  }
  return null;
}
