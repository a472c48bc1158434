import { contentOfFirstDraft } from './upgrade-drafts.ts';

describe('a draft of the first version', () => {
  it('keeps what was typed, slips and all', () => {
    const content = contentOfFirstDraft({
      fields: { 'toes.leadGapMm': '571', 'toes.trailGapMm': '60x', 'face.heelGapMm': '4' },
      club: { group: 'driver' },
      method: { id: 'first-lesson', version: 1 },
    });
    expect(content).toMatchObject({
      entries: [
        { line: 'toes', by: 'gaps', fields: { leadGapMm: '571', trailGapMm: '60x' } },
        { line: 'face', by: 'square', fields: { heelGapMm: '4' } },
      ],
      club: { group: 'driver' },
      judged: { judgement: { method: { id: 'first-lesson', version: 1 } } },
      run: { phase: 'tape' },
    });
  });
});
