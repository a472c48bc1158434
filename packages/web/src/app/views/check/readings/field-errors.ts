import { type Refusal } from '@lotrecht/records';
import { type Entry, type FieldKey, type LengthUnit, parseEntry } from './entry.ts';

const OBSERVATION_PATH = /^\/observations\/(\d+)\/(\w+)$/;

/**
 * Which fields have to be typed again, and why: what is no number, and what core refuses to be a measurement.
 *
 * @param composed the entries that the document's observations were made of, in their order
 * @returns in the order of the fields
 */
export function fieldErrorsOf(
  entries: readonly Entry[],
  unit: LengthUnit,
  { composed, refusals }: { readonly composed: readonly Entry[]; readonly refusals: readonly Refusal[] },
): ReadonlyMap<FieldKey, string> {
  const refused = new Map<string, string>();
  for (const { path, message } of refusals) {
    const [, index, name] = OBSERVATION_PATH.exec(path) ?? [];
    const entry = composed[Number(index)];
    if (entry !== undefined && name !== undefined) refused.set(`${entry.id}.${name}`, message);
  }
  return new Map(
    entries.flatMap((entry) =>
      parseEntry(entry, unit).flatMap(({ key, parsed }): [FieldKey, string][] => {
        const message = parsed.kind === 'error' ? parsed.message : refused.get(key);
        return message === undefined ? [] : [[key, message]];
      }),
    ),
  );
}

/** A reading that was begun and not finished, with the first field that is missing. */
export function unfinishedField(
  entries: readonly Entry[],
  unit: LengthUnit,
): { readonly key: FieldKey; readonly label: string } | null {
  for (const entry of entries) {
    const fields = parseEntry(entry, unit);
    // A base keeps its last value by itself: alone it is no reading.
    const begun = fields.some((f) => !f.kept && f.parsed.kind !== 'empty');
    const missing = fields.find((f) => f.parsed.kind === 'empty');
    if (begun && missing !== undefined) return { key: missing.key, label: missing.label };
  }
  return null;
}
