import {
  FIELDS_OF_WAY,
  type ObservationEntry,
  type TypedReading,
  typedReading,
  type WayOfReading,
} from '@lotrecht/judging';
import { fieldSaid, formatLength } from '@lotrecht/words';
import { LINE_TITLES, type LineKey } from '../../../words/words.ts';
import { type ParsedReading, parseReading, type ReadingUnit } from './parse-reading.ts';

/** The unit that lengths of a check are typed in. */
export type LengthUnit = 'mm' | 'cm' | 'in';

/** One reading that is to be taken or was taken, exactly as its fields are filled. */
export interface Entry {
  /** Unique in its check. @example "shoulders", "shoulders-2", "shoulders-look" */
  readonly id: string;
  readonly line: LineKey;
  readonly by: WayOfReading;
  readonly rod: boolean;
  readonly hold: number;
  /** Read again after the look at the target. */
  readonly look: boolean;
  /** Text by field name: a slip survives too. */
  readonly fields: Readonly<Record<string, string>>;
  /** Its base is offered from the last time: until it is typed it counts as such. */
  readonly takenOver?: boolean;
  /** What a stored reading was made with; today's tools without. */
  readonly madeWith?: Readonly<Record<string, number | string>>;
}

/** A field of an entry: `entry id.field name`. */
export type FieldKey = `${string}.${string}`;

/** One field of an entry, in the order the tape is read. */
export interface ReadingField {
  readonly key: FieldKey;
  readonly entry: Entry;
  /** The reading's name in the document. */
  readonly name: string;
  readonly label: string;
  /** What is measured, for who reads it for the first time. */
  readonly help: string;
  readonly unit: ReadingUnit;
  /** It keeps its last value, and alone is no reading. */
  readonly kept: boolean;
}

/** What a line is called where it is read more than once. */
export function entryTitle({ line, look, id }: Entry): string {
  const again = /-(\d+)$/.exec(id)?.[1];
  return `${LINE_TITLES[line]}${again === undefined ? '' : ` ${again}`}${look ? ' after the look' : ''}`;
}

/** The fields of an entry, in the order the tape is read. */
export function fieldsOf(entry: Entry, unit: LengthUnit): readonly ReadingField[] {
  return FIELDS_OF_WAY[entry.by].map((name) => {
    const { label, help } = fieldSaid(entry, name);
    const isLength = name.endsWith('Mm');
    return {
      key: `${entry.id}.${name}`,
      entry,
      name,
      label,
      help,
      unit: isLength ? unit : name.endsWith('M') ? 'm' : '°',
      kept: name === 'baseMm' || name === 'lengthMm' || name === 'distanceM',
    };
  });
}

/** Every field of an entry as it reads now. */
export function parseEntry(
  entry: Entry,
  unit: LengthUnit,
): readonly (ReadingField & { parsed: ParsedReading })[] {
  return fieldsOf(entry, unit).map((field) => ({
    ...field,
    parsed: parseReading(entry.fields[field.name] ?? '', field.unit),
  }));
}

/** Whether nothing of a reading is typed but what is known before: its base. */
export function isUnread(entry: Entry, unit: LengthUnit): boolean {
  return parseEntry(entry, unit).every(({ kept, parsed }) => kept || parsed.kind === 'empty');
}

/** An entry as judging composes it; fields that are no numbers are absent. */
export function toTyped(entry: Entry, unit: LengthUnit): TypedReading {
  const { line, by, rod, hold, takenOver, madeWith } = entry;
  return {
    line,
    by,
    rod,
    hold,
    values: Object.fromEntries(
      parseEntry(entry, unit).flatMap(({ name, parsed }) =>
        parsed.kind === 'value' ? [[name, parsed.value]] : [],
      ),
    ),
    ...(takenOver === true && { takenOver }),
    ...(madeWith && { madeWith }),
  };
}

/** The first id that is free for another reading of a line. */
export function freeId(entries: readonly Entry[], line: LineKey, look: boolean): string {
  const base = look ? `${line}-look` : line;
  const taken = new Set(entries.map((e) => e.id));
  if (!taken.has(base)) return base;
  let n = 2;
  while (taken.has(`${base}-${n}`)) n++;
  return `${base}-${n}`;
}

/** Stored readings as entries, their numbers in millimetres: nothing is rounded on the way. */
export function entriesFrom(observations: readonly ObservationEntry[], look: boolean): readonly Entry[] {
  const entries: Entry[] = [];
  for (const observation of observations) {
    const { line, by, rod, hold, values, madeWith } = typedReading(observation);
    entries.push({
      id: freeId(entries, line, look),
      line,
      by,
      rod: rod ?? false,
      hold: hold ?? 1,
      look,
      fields: Object.fromEntries(Object.entries(values).map(([name, value]) => [name, String(value)])),
      ...(madeWith && { madeWith }),
    });
  }
  return entries;
}

/** Millimetres as a field of the unit shows them, without the unit. */
export function lengthText(mm: number, unit: LengthUnit): string {
  return formatLength(mm, unit).replace(/ (mm|cm|in)$/, '');
}
