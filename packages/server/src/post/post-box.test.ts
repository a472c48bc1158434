import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestApp, type TestApp } from '../test/test-app.ts';
import { simulatedPostBox, toEml } from './post-box.ts';

let app: TestApp;

beforeAll(async () => {
  app = await startTestApp();
});

afterAll(() => app.stop());

describe('the simulated post box', () => {
  it('writes an .eml file that any mail program opens', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'lotrecht-post-'));
    const academyId = await app.academy('Tarnside');
    const letter = { academyId, recipient: 'teo@tarnside.example', subject: 'Überraschung', body: 'Grüße\n' };
    await simulatedPostBox(folder).send(app.db, letter);
    const [file = ''] = readdirSync(folder);
    const eml = readFileSync(path.join(folder, file), 'utf8');
    expect(file).toMatch(/\.eml$/);
    expect(eml).toContain('To: teo@tarnside.example\r\n');
    expect(Buffer.from(eml.split('\r\n\r\n')[1] ?? '', 'base64').toString()).toBe('Grüße\n');
  });

  it('lets no name add a header of its own', () => {
    const eml = toEml(
      { academyId: '', recipient: 'a@b.example\r\nBcc: x@y.example', subject: 'x\nBcc: z', body: '' },
      'id',
      new Date(0),
    );
    expect(eml).not.toMatch(/^Bcc:/m);
  });
});
