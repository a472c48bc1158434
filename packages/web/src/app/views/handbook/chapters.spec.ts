import { asked, CHAPTERS, found } from './chapters.ts';

describe('the handbook', () => {
  const entries = CHAPTERS.flatMap((chapter) => chapter.entries);

  it('has an address of its own for everything it explains', () => {
    const ids = [...CHAPTERS.map(({ id }) => id), ...entries.map(({ id }) => id)];
    expect(new Set(ids).size).toBe(ids.length);
    expect(entries.every(({ text }) => text.length > 0)).toBe(true);
  });

  it('says what was asked for in the order of the sentences, and nothing of what it does not know', () => {
    expect(asked('move,first,no-such-thing').map(({ id }) => id)).toEqual(['move', 'first']);
    expect(asked('')).toEqual([]);
  });

  it('finds what holds every word that is looked for, in its chapter, and all of it without one', () => {
    expect(found('')).toBe(CHAPTERS);
    expect(found('rod BASE').flatMap((c) => c.entries.map(({ id }) => id))).toEqual([
      'bare',
      'rod',
      'square',
    ]);
    expect(found('rod BASE').map(({ title }) => title)).toEqual(['How a line is read']);
    expect(found('nowhere at all')).toEqual([]);
  });
});
