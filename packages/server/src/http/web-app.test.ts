import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestApp, type TestApp } from '../test/test-app.ts';

let app: TestApp;

beforeAll(async () => {
  const root = mkdtempSync(path.join(tmpdir(), 'lotrecht-web-'));
  writeFileSync(path.join(root, 'index.html'), '<!doctype html><title>Lotrecht</title><lo-app></lo-app>');
  writeFileSync(path.join(root, 'main-ABCD1234.js'), `export const text = '${'twine '.repeat(3000)}';`);
  writeFileSync(path.join(root, 'chunk-ABCD1234.js'), 'export const text = "as served without";');
  writeFileSync(
    path.join(root, 'chunk-ABCD1234.js.br'),
    brotliCompressSync('export const text = "as built";'),
  );
  writeFileSync(path.join(path.dirname(root), 'outside.txt'), 'not yours');
  app = await startTestApp(root);
});

afterAll(() => app.stop());

describe('the web application', () => {
  it('is served for every view, always fresh', async () => {
    for (const address of ['/', '/students', '/lessons/1/checks/2']) {
      const answer = await app.client().get(address);
      expect(answer.status).toBe(200);
      expect(answer.body).toContain('<title>Lotrecht</title>');
      expect(answer.headers.get('cache-control')).toBe('no-store');
    }
  });

  it('caches hashed files for ever and sends them compressed', async () => {
    const answer = await app.client().get('/main-ABCD1234.js');
    expect(answer.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
    expect(answer.headers.get('content-encoding')).toMatch(/gzip|br/);
  });

  it('sends what was compressed with the build, to who reads it', async () => {
    const ask = (encodings: string): Promise<Response> =>
      fetch(new URL('/chunk-ABCD1234.js', app.base), { headers: { 'Accept-Encoding': encodings } });
    const small = await ask('gzip, br');
    expect(small.headers.get('content-encoding')).toBe('br');
    expect(small.headers.get('content-type')).toMatch(/javascript/);
    expect(await small.text()).toBe('export const text = "as built";');
    expect(await (await ask('identity')).text()).toBe('export const text = "as served without";');
  });

  it('never serves what lies outside its folder', async () => {
    for (const address of ['/..%2foutside.txt', '/%2e%2e/outside.txt', '/missing.js']) {
      expect((await app.client().get(address)).status).toBe(404);
    }
  });

  it('allows scripts from itself alone, and styles with a nonce that is new each time', async () => {
    const nonces = new Set<string>();
    for (let i = 0; i < 3; i++) {
      const answer = await app.client().get('/');
      const policy = answer.headers.get('content-security-policy') ?? '';
      expect(policy).toContain("script-src 'self';");
      expect(policy).toContain("frame-ancestors 'none'");
      expect(policy).not.toContain('unsafe');
      const nonce = /'nonce-([^']+)'/.exec(policy)?.[1] ?? '';
      expect(answer.body).toContain(`<lo-app ngCspNonce="${nonce}">`);
      nonces.add(nonce);
    }
    expect(nonces.size).toBe(3);
  });
});
