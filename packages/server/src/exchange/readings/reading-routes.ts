import { tableHead } from '@lotrecht/judging';
import {
  parseJson,
  type ReadingImportLine,
  type ReadingMapping,
  validateReadingMapping,
} from '@lotrecht/records';
import { type Database } from '../../database/database.ts';
import { type AppContext } from '../../http/context.ts';
import { type AtOnce } from '../../http/at-once.ts';
import { type Route } from '../../http/route.ts';
import { requireActor } from '../../http/require-actor.ts';
import { answerUpload } from '../file-upload.ts';
import { BusyImporting } from '../one-import.ts';
import { latestToday } from '../../http/days.ts';
import { importReadings } from './import-readings.ts';
import { NoTable } from './read-table.ts';

/** A hundred thousand rows are a tenth of it. */
const LARGEST_BYTES = 64 * 1024 * 1024;

function mappingOf(ctx: AppContext): ReadingMapping {
  const text = ctx.query['mapping'];
  const mapping = validateReadingMapping(typeof text === 'string' ? parseJson(text) : null);
  const columns = Object.entries(mapping.columns).map(([column, head]) => [column, tableHead(head)]);
  return { ...mapping, columns: Object.fromEntries(columns) as ReadingMapping['columns'] };
}

/** Foreign tables of readings: looked at first, then brought in, all or nothing. */
export function readingRoutes(db: Database, places: AtOnce): readonly Route[] {
  return [
    {
      name: 'POST /api/academy/readings',
      access: 'head',
      audit: { event: true },
      body: 'text/csv',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const mapping = mappingOf(ctx);
        const bringIn = ctx.query['do'] === 'bring-in';
        const today = latestToday();
        return answerUpload<ReadingImportLine>(ctx, {
          places,
          largestBytes: LARGEST_BYTES,
          work: async ({ file, signal, say }) => {
            const progress = (rows: number): void => say({ rows });
            const wish = { file, mapping, bringIn, today, signal, progress };
            say({ report: await importReadings(db, actor, wish) });
          },
          refusalOf: (error) =>
            error instanceof NoTable || error instanceof BusyImporting ? error.message : undefined,
        });
      },
    },
  ];
}
