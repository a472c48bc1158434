import { solveDocument } from '@lotrecht/judging';
import { type CheckDocument, DocumentRefused } from '@lotrecht/records';
import { afterAll, describe, expect, it } from 'vitest';
import { workedCheck } from '../test/documents.ts';
import { ANSWER_HERE, openAnswerer } from './answerer.ts';

const answerer = openAnswerer();
afterAll(() => answerer.close());

describe('an answer made on another thread', () => {
  it('is the one that would have been made here, for many at once', async () => {
    const documents = [590, 602, 615].map((mm) => workedCheck('right', mm));
    const results = await Promise.all(
      documents.map((document) => answerer.solve({ document, rebase: undefined })),
    );
    expect(results).toEqual(documents.map((document) => solveDocument(document)));
    expect(results[0]?.posterior?.asItStood).not.toBeNull();
  });

  it('is refused as here, by the path of what is wrong', async () => {
    const [toes] = workedCheck().observations;
    const earlier = { targetLine: {}, observations: [{ ...toes, line: 'heels' }] };
    const document = {
      ...workedCheck(),
      earlier: [
        { ...earlier, daysBefore: 7 },
        { ...earlier, daysBefore: 14 },
      ],
    } as CheckDocument;
    for (const solver of [answerer, ANSWER_HERE]) {
      const refused = await solver.solve({ document, rebase: undefined }).catch((error: unknown) => error);
      expect(refused).toBeInstanceOf(DocumentRefused);
      expect((refused as DocumentRefused).refusals[0]).toMatchObject({
        code: 'date-order',
        path: '/earlier/1/daysBefore',
      });
    }
  });
});
