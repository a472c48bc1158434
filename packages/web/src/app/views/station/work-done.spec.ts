import { keepDone, readDone } from './work-done.ts';

describe('what is done at the station', () => {
  beforeEach(() => localStorage.clear());

  it('is kept for the day, and begins anew with the next', () => {
    keepDone('2026-11-24', ['sight', 'rails']);
    expect(readDone('2026-11-24')).toEqual(['sight', 'rails']);
    expect(readDone('2026-11-25')).toEqual([]);
  });

  it('is nothing where it was written by another version', () => {
    localStorage.setItem('lotrecht-station-done', 'rails');
    expect(readDone('2026-11-24')).toEqual([]);
    localStorage.setItem('lotrecht-station-done', '{"day":"2026-11-24","done":["tent","mark"]}');
    expect(readDone('2026-11-24')).toEqual(['mark']);
  });
});
