import { type MergeLine } from '@lotrecht/records';
import { type Database } from '../../database/database.ts';
import { matching, oneOf } from '../../http/query.ts';
import { type AtOnce } from '../../http/at-once.ts';
import { type Route } from '../../http/route.ts';
import { requireActor } from '../../http/require-actor.ts';
import { ImportRefused } from '../academy-file.ts';
import { answerUpload } from '../file-upload.ts';
import { textLines } from '../text-lines.ts';
import { BusyImporting } from '../one-import.ts';
import { mergeAcademy } from './merge-academy.ts';

/** Twice an academy of a hundred thousand lessons. */
const LARGEST_BYTES = 1024 * 1024 * 1024;

/** A file of this or another academy, or of a student: looked at first, then brought in, all or nothing. */
export function mergeRoutes(db: Database, places: AtOnce): readonly Route[] {
  return [
    {
      name: 'POST /api/academy/import',
      access: 'head',
      audit: { event: true },
      body: 'application/jsonl',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const differing = oneOf(ctx, 'differing', ['keep', 'take']) ?? 'keep';
        const bringIn = oneOf(ctx, 'do', ['look', 'bring-in']) === 'bring-in';
        const seen = matching(ctx, 'seen', /^[0-9a-f]{16}$/, 'Send what the report said, unchanged.');
        return answerUpload<MergeLine>(ctx, {
          places,
          largestBytes: LARGEST_BYTES,
          work: async ({ file, signal, say }) => {
            const open = (): AsyncIterable<string> => textLines(file);
            const progress = (rows: number): void => say({ rows });
            const wish = { open, bringIn, differing, seen, signal, progress };
            say({ report: await mergeAcademy(db, actor, wish) });
          },
          refusalOf: (error) => {
            if (error instanceof ImportRefused) return error.problems[0]?.message;
            return error instanceof BusyImporting ? error.message : undefined;
          },
        });
      },
    },
  ];
}
