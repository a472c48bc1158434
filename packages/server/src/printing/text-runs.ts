import bidiFactory from 'bidi-js';

/** Which of the shipped fonts has the letters of a script. */
export type FontName = 'barlow' | 'barlow-bold' | 'noto' | 'noto-bold' | 'hebrew' | 'arabic';

/** Letters of one font and one direction. */
export interface TextRun {
  readonly text: string;
  readonly font: FontName;
  readonly rightToLeft: boolean;
}

/** What is used of the library, which comes without types. */
interface Bidi {
  getEmbeddingLevels(text: string, base: 'ltr'): { readonly levels: Uint8Array };
}

const bidi = (bidiFactory as unknown as () => Bidi)();

function scriptOf(character: string): 'hebrew' | 'arabic' | 'other' {
  if (/\p{Script=Hebrew}/u.test(character)) return 'hebrew';
  return /\p{Script=Arabic}/u.test(character) ? 'arabic' : 'other';
}

/**
 * A line of text as runs from left to right, as they are set on paper. A name in another script stays whole and reads
 * in its own direction.
 *
 * @param hasGlyph whether the text's own font has a letter; the wide fallback sets what it has not
 */
export function textRuns(
  text: string,
  how: { readonly bold: boolean; readonly hasGlyph: (codePoint: number) => boolean },
): readonly TextRun[] {
  const levels = bidi.getEmbeddingLevels(text, 'ltr');
  const own: FontName = how.bold ? 'barlow-bold' : 'barlow';
  const wide: FontName = how.bold ? 'noto-bold' : 'noto';
  const logical: (TextRun & { readonly level: number })[] = [];
  let index = 0;
  for (const character of text) {
    const level = levels.levels[index] ?? 0;
    const script = scriptOf(character);
    const before = logical.at(-1);
    const isSpace = /\s/u.test(character);
    const font =
      script !== 'other'
        ? script
        : isSpace && before !== undefined && before.level === level
          ? before.font
          : how.hasGlyph(character.codePointAt(0) ?? 0)
            ? own
            : wide;
    if (before !== undefined && before.font === font && before.level === level) {
      logical[logical.length - 1] = { ...before, text: before.text + character };
    } else logical.push({ text: character, font, rightToLeft: level % 2 === 1, level });
    index += character.length;
  }
  return visual(logical);
}

/** Runs of right-to-left levels are turned round as a whole; each keeps its letters in reading order. */
function visual(logical: readonly (TextRun & { readonly level: number })[]): readonly TextRun[] {
  const highest = Math.max(0, ...logical.map((r) => r.level));
  let runs = [...logical];
  for (let level = highest; level >= 1; level--) {
    const turned: typeof runs = [];
    for (let i = 0; i < runs.length;) {
      const run = runs[i];
      if (run === undefined) break;
      if (run.level < level) {
        turned.push(run);
        i += 1;
        continue;
      }
      let end = i;
      while ((runs[end]?.level ?? -1) >= level) end += 1;
      turned.push(...runs.slice(i, end).reverse());
      i = end;
    }
    runs = turned;
  }
  return runs.map(({ text, font, rightToLeft }) => ({ text, font, rightToLeft }));
}
