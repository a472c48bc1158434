import { type MergeReport } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { fieldWord, mergeNotes, mergeSentence } from './merge-words.ts';
import { tableWord } from './table-words.ts';

const REPORT: MergeReport = {
  academyName: 'Tarnside',
  ofThisAcademy: true,
  rows: 12,
  tables: [
    { table: 'student', fresh: 2, same: 4, differ: 1, leftOut: 0 },
    { table: 'lesson', fresh: 3, same: 2, differ: 0, leftOut: 0 },
  ],
  leftOut: [],
  conflicts: [],
  conflictCount: 1,
  seen: '',
  instructors: [],
  underYou: false,
  namesakes: [],
  withoutConsent: [],
  erasedThere: [],
  problems: [],
  problemCount: 0,
  broughtIn: false,
};

describe('what a file would bring', () => {
  it('is said in one sentence, looked at, brought in, and wrong', () => {
    expect(mergeSentence(REPORT)).toBe(
      'Tarnside’s file has 12 rows: 5 would come in, 6 here already, 1 not the same here.',
    );
    expect(mergeSentence({ ...REPORT, broughtIn: true, conflictCount: 0 })).toBe(
      'Tarnside’s file has 12 rows: 5 came in, 6 here already.',
    );
    expect(mergeSentence({ ...REPORT, problemCount: 1 })).toBe(
      'Tarnside’s file has 12 rows, and 1 thing wrong. Nothing came in.',
    );
    expect(mergeSentence({ ...REPORT, academyName: '', rows: 1, problemCount: 2 })).toBe(
      'The file has 1 row, and 2 things wrong. Nothing came in.',
    );
  });

  it('comes with what the head has to know, and with nothing where there is nothing', () => {
    expect(mergeNotes(REPORT)).toEqual([]);
    const notes = mergeNotes({
      ...REPORT,
      ofThisAcademy: false,
      leftOut: [{ why: 'consent', rows: 1 }],
      instructors: ['Jo Kellen'],
      underYou: true,
      namesakes: ['Runa Feldt'],
      withoutConsent: ['Bela Varnholt'],
      erasedThere: [{ id: 'x', name: 'Ida Brandt' }],
    });
    expect(notes).toHaveLength(7);
    expect(notes[0]).toMatch(/another academy/);
    expect(notes[1]).toMatch(/^Stays out: 1 row of consents/);
    expect(notes.join(' ')).toMatch(/Jo Kellen.*under you.*Runa Feldt.*Bela Varnholt.*Ida Brandt/s);
  });

  it('names fields and tables for a person', () => {
    expect(fieldWord('document/observations/0/leadGapMm')).toBe('reading 1: lead gap mm');
    expect(fieldWord('notes')).toBe('notes');
    expect(tableWord('hand_out')).toBe('Hand-outs');
    expect(tableWord('new_table')).toBe('new_table');
  });
});
