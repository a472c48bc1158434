import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let client: TestClient;
let ids: { studentId: string; lessonId: string; checkId: string };

beforeAll(async () => {
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
  ids = await saveWorkedCheck(client);
});

afterAll(() => app.stop());

function check(toes: Record<string, unknown>): unknown {
  const document = workedCheck();
  const observations = document.observations.map((o) => (o.line === 'toes' ? { ...o, ...toes } : o));
  return { revision: 0, lessonId: ids.lessonId, document: { ...document, observations } };
}

describe('a check that cannot be a measurement', () => {
  it.each([
    [{ baseMm: 0 }, '/document/observations/0/baseMm'],
    [{ baseMm: -450 }, '/document/observations/0/baseMm'],
    [{ leadGapMm: 571_000 }, '/document/observations/0/leadGapMm'],
    [{ leadGapMm: '571' }, '/document/observations/0/leadGapMm'],
    [{ leadGapMm: null }, '/document/observations/0/leadGapMm'],
    [{ trailGapMm: 1602 }, '/document/observations/0/trailGapMm'],
    [{ leadGapCm: 57 }, '/document/observations/0/leadGapCm'],
    [{ line: 'face' }, '/document/observations/0/by'],
  ])('%o is refused at %s and stores nothing', async (toes, path) => {
    const id = randomUUID();
    const answer = await client.put(`/api/checks/${id}`, check(toes));
    expect(answer.status).toBe(422);
    expect(answer.headers.get('content-type')).toContain('application/problem+json');
    expect(answer.body).toMatchObject({ errors: [{ path }] });
    expect((await client.get(`/api/checks/${id}`)).status).toBe(404);
  });

  it('says what was read, in the unit it was read in, and what to type', async () => {
    const answer = await client.put(`/api/checks/${randomUUID()}`, check({ leadGapMm: 571_000 }));
    const [error] = (answer.body as { errors: { message: string }[] }).errors;
    expect(error?.message).toContain('Read 571000 mm.');
    expect(error?.message).toContain('from -3000 mm to 3000 mm');
  });
});

describe('a body that is no request', () => {
  const student = { revision: 0, name: 'Runa Feldt', handedness: 'right', minor: false, notes: '' };
  const address = (): string => `/api/students/${randomUUID()}`;

  it.each([
    ['malformed JSON', '{"name": ', 400],
    ['a bare string', '"student"', 422],
    ['nothing', '', 422],
    ['a list', '[]', 422],
    ['a megabyte', JSON.stringify({ notes: 'x'.repeat(1_100_000) }), 413],
  ])('%s is refused', async (_name, body, status) => {
    const answer = await client.put(address(), body, { 'Content-Type': 'application/json' });
    expect([status, 400]).toContain(answer.status);
    expect(answer.body).toHaveProperty('code');
    expect(JSON.stringify(answer.body)).not.toMatch(/node_modules|at \w+ \(|SELECT/);
  });

  it.each([
    ['nested without end', `${'['.repeat(20_000)}${']'.repeat(20_000)}`, 'too-deep'],
    ['an object nested without end', `${'{"a":'.repeat(20_000)}1${'}'.repeat(20_000)}`, 'too-deep'],
    ['a name with a NUL', JSON.stringify({ ...student, name: 'Ru\u0000na' }), 'broken-text'],
    ['a name that turns around', JSON.stringify({ ...student, name: 'Runa \u202E' }), 'broken-text'],
  ])('%s is refused', async (_name, body, code) => {
    const answer = await client.put(address(), body, { 'Content-Type': 'application/json' });
    expect(answer.status).toBe(422);
    expect(JSON.stringify(answer.body)).toContain(code);
  });

  it.each(['gzip', 'br', 'deflate', 'compress'])('packed as %s is refused', async (encoding) => {
    const answer = await client.put(address(), JSON.stringify(student), { 'Content-Encoding': encoding });
    expect(answer).toMatchObject({ status: 415, body: { code: 'packed' } });
  });

  it.each(['hasOwnProperty', 'constructor', 'prototype', 'toString'])(
    'a part that names %s is refused at it, and nothing of it is dropped in silence',
    async (name) => {
      const page = await client.get(`/api/students/${ids.studentId}`);
      const { revision } = (page.body as { readonly student: { readonly revision: number } }).student;
      const part = `{"revision":${revision},"${name}":{"a":1},"notes":"read on"}`;
      const answer = await client.send('PATCH', `/api/students/${ids.studentId}`, part, {
        'Content-Type': 'application/merge-patch+json',
      });
      expect(answer).toMatchObject({ status: 422, body: { errors: [{ path: `/${name}` }] } });
    },
  );

  it('a part that names __proto__ is refused as a whole', async () => {
    const answer = await client.send(
      'PATCH',
      `/api/students/${ids.studentId}`,
      '{"revision":1,"__proto__":{}}',
    );
    expect(answer.status).toBe(400);
  });

  it('in another type is refused', async () => {
    const answer = await client.put(address(), 'name=x', {
      'Content-Type': 'application/x-www-form-urlencoded',
    });
    expect(answer.status).toBe(415);
  });

  it.each(['not-an-id', '..%2f..%2fetc', "' OR 1=1 --", '%00'])(
    'the id %s is simply not there',
    async (id) => {
      expect((await client.get(`/api/students/${encodeURIComponent(id)}`)).status).toBe(404);
    },
  );

  it('names an empty name and an unknown hand', async () => {
    const student = { revision: 0, name: '', handedness: 'right', minor: false, notes: '' };
    expect((await client.put(address(), student)).body).toMatchObject({ errors: [{ path: '/name' }] });
    const both = { ...student, name: 'x', handedness: 'both' };
    expect((await client.put(address(), both)).body).toMatchObject({
      errors: [{ path: '/handedness', message: 'Read “both”. Use one of: right, left.' }],
    });
  });

  it.each(['2026-02-30', '17.4.2026', ''])('the day %s is refused', async (heldOn) => {
    const lesson = { revision: 0, studentId: ids.studentId, heldOn, notes: '' };
    const answer = await client.put(`/api/lessons/${randomUUID()}`, lesson);
    expect(answer.body).toMatchObject({ errors: [{ path: '/heldOn' }] });
  });

  it('keeps SQL and HTML in a name as what they are: text', async () => {
    const id = randomUUID();
    const name = `Robert'); DROP TABLE student;--<script>alert(1)</script>`;
    await client.put(`/api/students/${id}`, {
      revision: 0,
      name,
      handedness: 'left',
      minor: false,
      notes: name,
    });
    expect((await client.get(`/api/students/${id}`)).body).toMatchObject({ student: { name, notes: name } });
  });
});

describe('an unknown address', () => {
  it('under /api is a problem in JSON', async () => {
    const answer = await client.get('/api/nothing');
    expect(answer.status).toBe(404);
    expect(answer.body).toMatchObject({ code: 'not-found' });
  });
});

describe('health', () => {
  it('is live and ready', async () => {
    expect((await app.client().get('/health/live')).body).toEqual({ status: 'live' });
    expect((await app.client().get('/health/ready')).body).toEqual({ status: 'ready' });
  });
});

describe('what was kept before it was refused', () => {
  it('and cannot be seen, or turns around what is beside it, goes out to nobody', async () => {
    await app.db.exec(sql`
      UPDATE student SET name = ${'Runa\u0000 \u202EFeldt'}, notes = ${'a\u2066b\u0007'} WHERE id = ${ids.studentId}`);
    const hidden = /[\u0000-\u0008\u202A-\u202E\u2066-\u2069]|\\u00[01]/;
    const { body } = await client.get(`/api/students/${ids.studentId}`);
    expect(body).toMatchObject({ student: { name: 'Runa Feldt', notes: 'ab' } });
    for (const path of ['/api/students', '/api/roster', '/api/calendar']) {
      const answer = await client.file('GET', path);
      const text = new TextDecoder().decode(answer.bytes);
      expect([path, text.includes('Runa Feldt'), hidden.test(text)]).toEqual([path, true, false]);
    }
  });
});
