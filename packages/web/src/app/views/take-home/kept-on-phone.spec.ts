import { forget, keep, type KeptPage, keptToken, readKept } from './kept-on-phone.ts';
import { emptySelfCheck } from './typed-self-check.ts';

const kept: KeptPage = {
  token: 'a',
  page: null,
  pending: [{ id: '1', to: 'self-checks', input: { takenOn: '2026-11-20', drillDone: true } }],
  typed: { ...emptySelfCheck(450), lead: 57 },
  training: null,
  eyeTraining: null,
  session: null,
};

describe('what a student’s phone keeps', () => {
  beforeEach(() => localStorage.clear());

  it('comes back with the link it was kept for, and with no other', () => {
    keep(kept);
    expect(readKept('a')).toEqual(kept);
    expect(readKept('b')).toEqual({
      token: 'b',
      page: null,
      pending: [],
      typed: null,
      training: null,
      eyeTraining: null,
      session: null,
    });
  });

  it('of an earlier version has nothing typed; of a broken one has nothing at all', () => {
    const { typed: _typed, training: _training, eyeTraining: _eye, session: _session, ...earlier } = kept;
    const pending = kept.pending.map(({ to: _to, ...sent }) => sent);
    localStorage.setItem(
      'lotrecht-take-home',
      JSON.stringify({ ...earlier, page: { firstName: 'R' }, pending }),
    );
    expect(readKept('a')).toEqual({ ...kept, typed: null });
    localStorage.setItem('lotrecht-take-home', '{');
    expect(readKept('a').pending).toEqual([]);
  });

  it('knows the link that was opened last, for a page that is opened without one', () => {
    expect(keptToken()).toBe('');
    keep(kept);
    expect(keptToken()).toBe('a');
    localStorage.setItem('lotrecht-take-home', '{');
    expect(keptToken()).toBe('');
  });

  it('is forgotten when the link opens nothing any more', () => {
    keep(kept);
    forget();
    expect(localStorage.length).toBe(0);
  });
});
