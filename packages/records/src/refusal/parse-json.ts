import { visit } from 'jsonc-parser';
import { DocumentRefused } from './document-refused.ts';

/** The longest text that is read as one document: many times a full check. */
export const LONGEST_TEXT = 1_000_000;

/** Deeper than any document of ours nests. */
const DEEPEST = 64;

/**
 * JSON text → value, stricter than JSON.parse: no name twice, no nesting without end, no text without end.
 *
 * @throws DocumentRefused with the place in the text, or the path of the name that stands twice
 * @example parseJson('{"line": "toes"}') // { line: 'toes' }
 */
export function parseJson(text: string): unknown {
  if (text.length > LONGEST_TEXT) throw tooLong();
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw notJson(text, error);
  }
  const names = countNames(value, 0);
  if (names === null) {
    throw refused('too-deep', '', `This nests deeper than ${DEEPEST} levels; no document of ours does.`);
  }
  if (names !== writtenNames(text)) throw doubleName(text);
  return value;
}

/**
 * The refusal of a text that is too long to be a document.
 *
 * @example tooLong().refusals[0].code // 'too-long'
 */
export function tooLong(): DocumentRefused {
  return refused(
    'too-long',
    '',
    `This is longer than ${LONGEST_TEXT.toLocaleString('en')} characters; a full check has a few thousand.`,
  );
}

function refused(code: string, path: string, message: string): DocumentRefused {
  return new DocumentRefused([{ code, path, message }]);
}

function notJson(text: string, error: unknown): DocumentRefused {
  if (text.trim() === '') return refused('not-json', '', 'This is empty.');
  const said = error instanceof Error ? error.message : '';
  const position = /position (\d+)/.exec(said)?.[1];
  const before = position === undefined ? text : text.slice(0, Number(position));
  const line = before.split('\n').length;
  const column = before.length - before.lastIndexOf('\n');
  const found = position === undefined ? undefined : text[Number(position)];
  const what =
    found === undefined ? 'the text ends too early' : `${JSON.stringify(found)} does not belong there`;
  return refused('not-json', '', `This is not JSON: in line ${line}, column ${column}, ${what}.`);
}

/** How many names a value holds, or null when it nests too deeply. */
function countNames(value: unknown, depth: number): number | null {
  if (typeof value !== 'object' || value === null) return 0;
  if (depth >= DEEPEST) return null;
  const items: readonly unknown[] = Array.isArray(value) ? value : Object.values(value);
  let count = Array.isArray(value) ? 0 : items.length;
  for (const item of items) {
    if (typeof item !== 'object') continue;
    const below = countNames(item, depth + 1);
    if (below === null) return null;
    count += below;
  }
  return count;
}

const QUOTE = 0x22;
const BACKSLASH = 0x5c;
const COLON = 0x3a;
const SPACE = 0x20;

/** How many names the text writes: strings before a colon. JSON.parse has said before that the text is JSON. */
function writtenNames(text: string): number {
  let count = 0;
  for (let i = text.indexOf('"'); i >= 0; i = text.indexOf('"', i)) {
    i += 1;
    while (text.charCodeAt(i) !== QUOTE) i += text.charCodeAt(i) === BACKSLASH ? 2 : 1;
    i += 1;
    while (text.charCodeAt(i) <= SPACE) i += 1;
    if (text.charCodeAt(i) === COLON) count += 1;
  }
  return count;
}

/** Which name stands twice: a slow look, taken only when the counts say that there is one. */
function doubleName(text: string): DocumentRefused {
  const seen = new Set<string>();
  const twice: string[] = [];
  visit(text, {
    onObjectProperty: (...[name, , , , , pathTo]) => {
      const path = [...pathTo(), name].map((part) => `/${pointerPart(part)}`).join('');
      if (seen.has(path)) twice.push(path);
      seen.add(path);
    },
  });
  const [path = ''] = twice;
  return refused('duplicate-field', path, 'This field stands twice. Keep one of them.');
}

function pointerPart(part: string | number): string {
  return String(part).replaceAll('~', '~0').replaceAll('/', '~1');
}
