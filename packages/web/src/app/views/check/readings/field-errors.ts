import { type CheckDocument, type Refusal } from '@lotrecht/contract';
import { type FieldKey, FIELDS } from './fields.ts';
import { type ParsedReading } from './parse-millimetres.ts';

const OBSERVATION_PATH = /^\/observations\/(\d+)\/(\w+)$/;

/**
 * Which fields have to be typed again, and why: what is no number, and what core refuses to be a measurement.
 *
 * @returns in the order of the fields
 */
export function fieldErrorsOf(
  parsed: ReadonlyMap<FieldKey, ParsedReading>,
  document: CheckDocument | undefined,
  refusals: readonly Refusal[],
): ReadonlyMap<FieldKey, string> {
  const refused = new Map<string, string>();
  for (const { path, message } of refusals) {
    const [, index, name] = OBSERVATION_PATH.exec(path) ?? [];
    const line = document?.observations[Number(index)]?.line;
    if (line !== undefined && name !== undefined) refused.set(`${line}.${name}`, message);
  }
  return new Map(
    FIELDS.flatMap(({ key }): [FieldKey, string][] => {
      const reading = parsed.get(key);
      const message = reading?.kind === 'error' ? reading.message : refused.get(key);
      return message === undefined ? [] : [[key, message]];
    }),
  );
}
