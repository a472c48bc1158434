import { type Refusal } from './document-refused.ts';

/** Half of a surrogate pair: no character, refused by databases and mail alike. */
const HALF_CHARACTER = /\p{Surrogate}/u;

/** Texts that are no text: JSON may carry half a character, which nothing can store or show. */
export function brokenTexts(value: unknown, path = ''): readonly Refusal[] {
  if (typeof value === 'string') {
    return HALF_CHARACTER.test(value)
      ? [{ code: 'broken-text', path, message: 'This text holds half a character. Type it again.' }]
      : [];
  }
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, item]) => brokenTexts(item, `${path}/${key}`));
}

/** Whether there is any such text: a look without paths, because nearly always there is none. */
export function hasBrokenText(value: unknown): boolean {
  if (typeof value === 'string') return HALF_CHARACTER.test(value);
  if (typeof value !== 'object' || value === null) return false;
  return Array.isArray(value) ? value.some(hasBrokenText) : Object.values(value).some(hasBrokenText);
}
