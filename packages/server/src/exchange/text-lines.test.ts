import { createWriteStream, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { once } from 'node:events';
import { createGunzip, gzipSync } from 'node:zlib';
import { afterAll, describe, expect, it } from 'vitest';
import { UnreadableLines, textLines } from './text-lines.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'lotrecht-lines-'));
const file = (name: string): string => path.join(folder, name);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function all(lines: AsyncIterable<string>): Promise<readonly string[]> {
  const found: string[] = [];
  for await (const line of lines) found.push(line);
  return found;
}

describe('lines of a file', () => {
  it('come one by one, whichever way they end, empty ones and the last one too', async () => {
    writeFileSync(file('few'), 'a\r\n\nb\nçé');
    expect(await all(textLines(file('few')))).toEqual(['a', '', 'b', 'çé']);
  });

  it('without end are refused before they fill the memory', async () => {
    const out = createWriteStream(file('one'));
    const part = Buffer.alloc(1024 * 1024, 'x');
    for (let i = 0; i < 200; i++) if (!out.write(part)) await once(out, 'drain');
    out.end();
    await once(out, 'finish');
    const before = process.memoryUsage().rss;
    await expect(all(textLines(file('one')))).rejects.toThrow(UnreadableLines);
    expect(process.memoryUsage().rss - before).toBeLessThan(150 * 1024 * 1024);
  });

  it('that say nothing, ten thousand of them and one, are refused', async () => {
    writeFileSync(file('blank'), '\n'.repeat(10_000));
    expect(await all(textLines(file('blank')))).toHaveLength(10_000);
    writeFileSync(file('blank'), '\n'.repeat(10_001));
    await expect(all(textLines(file('blank')))).rejects.toThrow(UnreadableLines);
  });

  it('of a packed file whose bits were flipped fail, and end nothing else', async () => {
    const packed = gzipSync(Array.from({ length: 5_000 }, (_, i) => `{"line":${i}}`).join('\n'));
    for (let at = 20; at < packed.length; at += Math.ceil(packed.length / 40)) {
      const flipped = Buffer.from(packed);
      flipped[at] = (flipped[at] ?? 0) ^ 0x10;
      writeFileSync(file('flipped'), flipped);
      await all(textLines(file('flipped'), createGunzip())).then(
        (lines) => expect(lines.length).toBeGreaterThan(0),
        (error: unknown) => expect(error).toBeInstanceOf(Error),
      );
    }
  });

  it('of a file that is not there say so', async () => {
    await expect(all(textLines(file('none')))).rejects.toThrow('ENOENT');
  });
});
