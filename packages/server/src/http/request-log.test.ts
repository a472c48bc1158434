import { Writable } from 'node:stream';
import { pino } from 'pino';
import { describe, expect, it } from 'vitest';
import { startTestApp } from '../test/test-app.ts';

describe('the request log', () => {
  it('has a line with id and status for each request, and no secret of its path or query', async () => {
    const lines: string[] = [];
    const sink = new Writable({
      write: (chunk: Buffer, _encoding, done) => {
        lines.push(chunk.toString());
        done();
      },
    });
    const app = await startTestApp(undefined, { logger: pino({ level: 'info' }, sink) });
    const answer = await app.client().get('/api/links/a-secret-token?code=another-secret');
    await app.client().get('/link/a-secret-token');
    await app.client().get('/api/calendars/a-secret-token.ics');
    await app.stop();
    const written = lines.join('');
    expect(written).not.toContain('secret');
    expect(JSON.parse(lines[0] ?? '{}')).toMatchObject({
      requestId: answer.headers.get('x-request-id'),
      method: 'GET',
      path: '/api/links/…',
      status: 404,
    });
  });
});
