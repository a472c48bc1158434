import { benchHttp } from './http.bench.ts';
import { benchRows } from './rows.bench.ts';

/** Who is the demo's head. */
const DEMO_HEAD = 'marit@tarnside.example';

/** Measures the server's part of the bench against a running installation; one line of JSON for who called. */
const [databaseUrl, base] = process.argv.slice(2);
if (databaseUrl === undefined || base === undefined)
  throw new Error('bench wants a database URL and an address');
const figures = [
  ...(await benchRows(databaseUrl, DEMO_HEAD)),
  ...(await benchHttp(databaseUrl, base, { clients: 16, each: 60 })),
];
process.stdout.write(`${JSON.stringify(figures)}\n`);
