import { benchHttp } from './http.bench.ts';
import { benchRows } from './rows.bench.ts';

/** Measures the server's part of the bench against a running installation; one line of JSON for who called. */
const [databaseUrl, base] = process.argv.slice(2);
if (databaseUrl === undefined || base === undefined)
  throw new Error('bench wants a database URL and an address');
const figures = [...(await benchRows(databaseUrl)), ...(await benchHttp(databaseUrl, base))];
process.stdout.write(`${JSON.stringify(figures)}\n`);
