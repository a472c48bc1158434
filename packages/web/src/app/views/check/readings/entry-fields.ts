import { BASE_UNCERTAINTY_MM, TAKEN_OVER_BASE_MM } from '@lotrecht/judging';
import { type Entry, type FieldKey } from './entry.ts';

/** Fields that fill themselves: losing one loses nothing typed. */
const KEPT_FIELDS = new Set(['baseMm', 'lengthMm', 'distanceM']);

/** Whether a number that was typed is gone. */
export function losesReadings(before: readonly Entry[], after: readonly Entry[]): boolean {
  return before.some((entry) => {
    const now = after.find((e) => e.id === entry.id);
    return Object.entries(entry.fields).some(
      ([name, text]) => !KEPT_FIELDS.has(name) && text !== '' && (now?.fields[name] ?? '') === '',
    );
  });
}

/** An entry's id and the field's name. */
export function splitKey(key: FieldKey): readonly [string, string] {
  const dot = key.lastIndexOf('.');
  return [key.slice(0, dot), key.slice(dot + 1)];
}

/** The entries with one field typed otherwise. */
export function withField(entries: readonly Entry[], key: FieldKey, text: string): readonly Entry[] {
  const [id, name] = splitKey(key);
  return entries.map((e) => {
    if (e.id !== id) return e;
    const typed = { ...e, fields: { ...e.fields, [name]: text } };
    return name === 'baseMm' ? measured(typed) : typed;
  });
}

/** A base that is typed is read: it is taken over no longer. */
function measured({ takenOver: _before, madeWith, ...entry }: Entry): Entry {
  if (madeWith === undefined) return entry;
  const wasTakenOver = madeWith['baseUncertaintyMm'] === TAKEN_OVER_BASE_MM;
  return {
    ...entry,
    madeWith: { ...madeWith, ...(wasTakenOver && { baseUncertaintyMm: BASE_UNCERTAINTY_MM }) },
  };
}
