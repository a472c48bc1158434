import { benchMillion } from './million.bench.ts';

/** `npm run bench -- --million`: one line of JSON for who called. */
const [databaseUrl, base] = process.argv.slice(2);
if (databaseUrl === undefined || base === undefined)
  throw new Error('bench wants a database URL and an address');
process.stdout.write(`${JSON.stringify(await benchMillion(databaseUrl, base))}\n`);
