import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestApp, type TestApp } from '../test/test-app.ts';
import { type Figure } from './figures.ts';
import { benchHttp } from './http.bench.ts';
import { benchMillion } from './million.bench.ts';
import { benchRows } from './rows.bench.ts';

/** Small: that every figure is still made. What it says of a large academy, `npm run bench` tells. */
const SIZE = { students: 3, lessonsEach: 2 };
const LOAD = { readers: 2, each: 2 };

let app: TestApp;
beforeAll(async () => {
  app = await startTestApp();
});
afterAll(() => app.stop());

/** Figures that could not be made: no number, or nothing that was measured. */
const hollow = (figures: readonly Figure[]): readonly string[] =>
  figures.filter(({ value }) => !(value > 0)).map(({ name }) => name);

describe('the server’s bench', () => {
  it('makes every figure of a large academy, and of its lists', async () => {
    const pages = await benchMillion(app.databaseUrl, app.base, { size: SIZE, load: LOAD });
    expect(pages.length).toBeGreaterThan(20);
    expect(hollow(pages)).toEqual([]);
    const rows = await benchRows(app.databaseUrl, 'head@million.example');
    expect(rows.map(({ base }) => base)).not.toContain('0 shown');
    expect(hollow(rows)).toEqual([]);
  });

  it('saves and reads over HTTP beside the same SQL', async () => {
    const figures = await benchHttp(app.databaseUrl, app.base, { clients: 2, each: 2 });
    expect(figures).toHaveLength(2);
    expect(hollow(figures)).toEqual([]);
  });
});
