import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { request as httpsRequest, type RequestOptions } from 'node:https';
import { connect, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createTestDatabase, MIGRATIONS } from '../test/test-app.ts';

const main = path.resolve(import.meta.dirname, '../../dist/main.js');
const hasOpenssl = spawnSync('openssl', ['version']).status === 0;

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address !== null ? address.port : 0));
    });
  });
}

interface Answer {
  readonly status: number | undefined;
  readonly headers: Readonly<Record<string, string | string[] | undefined>>;
}

function ask(secure: boolean, options: RequestOptions, body?: string): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const send = secure ? httpsRequest : httpRequest;
    const sent = send({ host: '127.0.0.1', rejectUnauthorized: false, ...options }, (response) => {
      response.resume();
      response.once('end', () => resolve({ status: response.statusCode, headers: response.headers }));
    });
    sent.once('error', reject);
    sent.end(body);
  });
}

describe.skipIf(!hasOpenssl || !existsSync(main))('served to a tablet on the tee', () => {
  let stop = (): void => undefined;
  let port = 0;
  let redirectPort = 0;

  beforeAll(async () => {
    const dir = mkdtempSync(path.join(tmpdir(), 'lotrecht-tls-'));
    const [cert, key] = [path.join(dir, 'cert.pem'), path.join(dir, 'key.pem')];
    spawnSync('openssl', [
      'req',
      '-x509',
      '-newkey',
      'ec',
      '-pkeyopt',
      'ec_paramgen_curve:prime256v1',
      '-nodes',
      '-days',
      '2',
      '-subj',
      '/CN=localhost',
      '-keyout',
      key,
      '-out',
      cert,
    ]);
    [port, redirectPort] = [await freePort(), await freePort()];
    const server = spawn(process.execPath, [main], {
      env: {
        ...process.env,
        LOTRECHT_DATABASE_URL: await createTestDatabase(),
        LOTRECHT_MIGRATIONS: MIGRATIONS,
        LOTRECHT_HOST: '127.0.0.1',
        LOTRECHT_PORT: String(port),
        LOTRECHT_TLS_CERT: cert,
        LOTRECHT_TLS_KEY: key,
        LOTRECHT_PUBLIC_ORIGIN: `https://127.0.0.1:${port},https://tee.example:${port}`,
        LOTRECHT_REDIRECT_PORT: String(redirectPort),
        LOTRECHT_SETUP_CODE: 'AB12CD34EF',
        LOTRECHT_LOG: 'silent',
      },
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    stop = () => server.kill('SIGTERM');
    await new Promise((resolve) => server.once('message', resolve));
  });

  afterAll(() => stop());

  it('hands out its session in a secure cookie only, and asks browsers to stay with HTTPS', async () => {
    const body = JSON.stringify({
      code: 'AB12CD34EF',
      academyName: 'Tarnside',
      name: 'Marit',
      email: 'marit@tarnside.example',
      password: 'a plumb line hangs true',
    });
    const headers = {
      'Content-Type': 'application/json',
      'X-Requested-By': 'lotrecht',
      'Content-Length': Buffer.byteLength(body),
    };
    const answer = await ask(true, { port, path: '/api/setup', method: 'POST', headers }, body);
    expect(answer.status).toBe(200);
    // Of this name a browser takes a cookie only so, and no other host or page can set one.
    expect(answer.headers['set-cookie']?.[0]).toMatch(/^__Host-lotrecht_session=.+; path=\/;.*; secure/i);
    expect(answer.headers['strict-transport-security']).toContain('max-age=');
  });

  it('sends plain HTTP on to HTTPS, and only to itself', async () => {
    const answer = await ask(false, {
      port: redirectPort,
      path: '/students?x=1',
      headers: { Host: `tee.example:${redirectPort}` },
    });
    expect(answer.status).toBe(308);
    expect(answer.headers['location']).toBe(`https://tee.example:${port}/students?x=1`);
    const hostile = await ask(false, { port: redirectPort, path: '/', headers: { Host: 'evil.example/@x' } });
    expect(hostile.status).toBe(400);
  });

  it('cuts off a request whose headers dribble in', async () => {
    const startedAt = Date.now();
    await new Promise<void>((resolve) => {
      const socket = connect(redirectPort, '127.0.0.1', () => socket.write('GET / HTTP/1.1\r\nHost: x\r\n'));
      const dribble = setInterval(() => socket.write('X-Slow: 1\r\n'), 500);
      socket.on('error', () => undefined);
      socket.once('close', () => {
        clearInterval(dribble);
        resolve();
      });
    });
    expect(Date.now() - startedAt).toBeLessThan(45_000);
  }, 60_000);
});
