import { type Refusal } from './document-refused.ts';

/** Half of a surrogate pair: no character, refused by databases and mail alike. */
const HALF_CHARACTER = /\p{Surrogate}/u;
/** What is no line break or tab and cannot be seen, or turns around what stands beside it on a sheet, a page, a list. */
const HIDDEN = /(?![\n\r\t])\p{Cc}|[\u202A-\u202E\u2066-\u2069]/u;

const ALL_HIDDEN = new RegExp(HIDDEN.source, 'gu');
/** The same in JSON, where control characters are written out. */
const HIDDEN_IN_JSON = /[\u202A-\u202E\u2066-\u2069\u007F-\u009F]|\\u00[01]|\\[bf]/u;

const isBroken = (text: string): boolean => HALF_CHARACTER.test(text) || HIDDEN.test(text);

/** Texts that are no text: JSON may carry half a character, or what steers a screen, which nothing can show. */
export function brokenTexts(value: unknown, path = ''): readonly Refusal[] {
  if (typeof value === 'string') {
    if (!isBroken(value)) return [];
    const holds = HALF_CHARACTER.test(value) ? 'half a character' : 'a character that cannot be seen';
    return [{ code: 'broken-text', path, message: `This text holds ${holds}. Type it again.` }];
  }
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, item]) => brokenTexts(item, `${path}/${key}`));
}

/** Whether there is any such text: a look without paths, because nearly always there is none. */
export function hasBrokenText(value: unknown): boolean {
  if (typeof value === 'string') return isBroken(value);
  if (typeof value !== 'object' || value === null) return false;
  return Array.isArray(value) ? value.some(hasBrokenText) : Object.values(value).some(hasBrokenText);
}

/** A text without what cannot be seen: some was kept before it was refused. @example seenText('a\u202Eb') // 'ab' */
export function seenText(text: string): string {
  return text.replaceAll(ALL_HIDDEN, '');
}

/** What is answered as JSON, its texts as they are seen. @example seenJson({ name: 'a\u202Eb' }) // '{"name":"ab"}' */
export function seenJson(value: unknown): string {
  const text = JSON.stringify(value);
  if (!HIDDEN_IN_JSON.test(text)) return text;
  return JSON.stringify(value, (_key, item: unknown) => (typeof item === 'string' ? seenText(item) : item));
}
