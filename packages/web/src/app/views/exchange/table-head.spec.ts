import { newestLine } from '../../api/streamed-lines.ts';
import { guessed, mappingOf, previewed, readHead } from './table-head.ts';

const HEADS = ['Player', 'Lesson date', 'Line', 'Lead', 'Trail', 'Base width', 'Club'];
const HOW = { unit: 'mm', dateOrder: 'dmy', hand: 'right' } as const;

describe('a table that was chosen', () => {
  it('has its heads and first rows read, and no more', async () => {
    const rows = Array.from({ length: 40 }, (_, i) => `Runa;0${(i % 9) + 1}.04.2026;toes;571;602;450;driver`);
    const file = new File([`${HEADS.join(';')}\n${rows.join('\n')}\n`], 'old.csv');
    const head = await readHead(file);
    expect(head.heads).toEqual(HEADS);
    expect(head.rows).toHaveLength(12);
    expect(head.rows[0]?.['Player']).toBe('Runa');
  });

  it('has its columns guessed by their heads, each once', () => {
    expect(guessed(HEADS)).toEqual({
      student: 'Player',
      date: 'Lesson date',
      line: 'Line',
      lead: 'Lead',
      trail: 'Trail',
      base: 'Base width',
      club: 'Club',
      hand: '',
      help: '',
      place: '',
    });
    expect(guessed(['A', 'B']).student).toBe('');
  });

  it('is not sent before everything that is needed has a column', () => {
    const chosen = guessed(HEADS);
    expect(mappingOf({ ...chosen, base: '' }, HOW)).toBeNull();
    expect(mappingOf(chosen, HOW)).toEqual({
      columns: {
        student: 'Player',
        date: 'Lesson date',
        line: 'Line',
        lead: 'Lead',
        trail: 'Trail',
        base: 'Base width',
        club: 'Club',
      },
      ...HOW,
    });
  });

  it('shows how its rows are understood, and what is wrong with which', () => {
    const mapping = mappingOf(guessed(HEADS), HOW);
    if (mapping === null) throw new Error('everything has a column');
    const row = (values: readonly string[]) => Object.fromEntries(HEADS.map((h, i) => [h, values[i] ?? '']));
    const rows = [
      row(['Runa', '17.04.2026', 'toes', '571', '602', '45 cm', 'driver']),
      row(['', '17.04.2026', 'toes', '571', '602', '450', '']),
    ];
    const [good, bad] = previewed({ heads: HEADS, rows }, mapping, '2026-11-25');
    expect(good).toEqual({
      row: 2,
      text: 'Runa · 17 Apr 2026 · Toes · 571 mm and 602 mm over 450 mm · driver',
      problems: [],
    });
    expect(bad).toEqual({ row: 3, text: '', problems: ['Player: A name is missing.'] });
  });
});

describe('an answer that is still coming', () => {
  it('says the last line that is whole', () => {
    expect(newestLine('')).toBeNull();
    expect(newestLine('{"ro')).toBeNull();
    expect(newestLine('{"rows":1000}\n{"ro')).toEqual({ rows: 1000 });
    expect(newestLine('{"rows":1000}\n{"refused":"x"}\n')).toEqual({ refused: 'x' });
  });
});
