import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';

const root = path.resolve(import.meta.dirname, '..');
const MOST_WORDS = 20;
/** Where sentences stand that an instructor reads out, or a student reads. */
const SPOKEN = [
  'packages/web/src/app',
  'packages/paper/src',
  'packages/judging/src/method',
  'packages/words/src',
  'packages/core/src',
  'packages/server/src',
];

function filesIn(folder: string): readonly string[] {
  return readdirSync(path.join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.(ts|html)$/.test(file) && !/\.(spec|test)\.ts$|(^|\/)(bench|test)\//.test(file))
    .map((file) => path.join(folder, file));
}

/** The texts of a template, without its code. */
function textsOfTemplate(source: string): readonly string[] {
  return source
    .replace(/@\w+[^{]*\{|\}(?!\})/g, ' | ')
    .replace(/\{\{[^}]*\}\}/g, 'X')
    .replace(/<[^>]+>/g, ' | ')
    .split('|');
}

/** The texts of a program, without its remarks. */
function textsOfProgram(source: string): readonly string[] {
  const code = source.replace(/\/\*[\s\S]*?\*\//g, '').replace(/(^|\s)\/\/.*$/gm, '');
  const plain = [...code.matchAll(/'((?:[^'\\\n]|\\.)*)'/g)].map((m) => m[1] ?? '');
  const filled = [...code.matchAll(/`((?:[^`\\]|\\.)*)`/g)].map((m) => m[1] ?? '');
  // Between the ticks stands a sentence, or a template with sentences in it.
  return [
    ...plain,
    ...filled.flatMap((text) =>
      /<\w/.test(text) ? textsOfTemplate(text) : text.replace(/\$\{[^}]*\}/g, 'X'),
    ),
  ];
}

/** Prose: some words in a row, and no query, style or markup. */
function isProse(text: string): boolean {
  return (
    /[a-z] [a-z]/.test(text) && !/[<>={}]|SELECT|INSERT|UPDATE|DELETE|JOIN|WHERE|CREATE|var\(/.test(text)
  );
}

/** Sentences of more words than can be read out in one breath. */
function tooLong(texts: readonly string[]): readonly string[] {
  return texts
    .map((text) => text.replace(/\s+/g, ' ').trim())
    .filter(isProse)
    .flatMap((text) => text.split(/(?<=[.!?])\s|\s·\s/))
    .filter((sentence) => sentence.split(' ').length > MOST_WORDS);
}

describe('every sentence', () => {
  it('has at most twenty words', () => {
    const files = SPOKEN.flatMap(filesIn);
    expect(files.length).toBeGreaterThan(300);
    const long = files.flatMap((file) => {
      const source = readFileSync(path.join(root, file), 'utf8');
      const texts = file.endsWith('.html') ? textsOfTemplate(source) : textsOfProgram(source);
      return tooLong(texts).map((sentence) => `${file}: ${sentence}`);
    });
    expect(long).toEqual([]);
  });

  it('of more is found where it stands', () => {
    const long = `${'word '.repeat(MOST_WORDS)}and one.`;
    expect(tooLong(textsOfTemplate(`<p>Short. ${long}</p>`))).toHaveLength(1);
    expect(tooLong(textsOfProgram(`say('${long}'); say(\`Short. \${x}\`);`))).toHaveLength(1);
    expect(tooLong(textsOfProgram(`/* ${long} */`))).toEqual([]);
    expect(tooLong(textsOfProgram(`template: \`<p>Short. ${long}</p>\``))).toHaveLength(1);
  });
});
