import { dropHandOutDraftsOf, takeEarlierHandOut, takeEarlierPlace } from './earlier-drafts.ts';

const draft = { drillId: 'toe-rod', dose: '', own: 'Look at the raft.', junior: false };
const keep = (name: string, said: unknown): void => localStorage.setItem(name, JSON.stringify(said));

describe('what an earlier version kept on this device', () => {
  beforeEach(() => localStorage.clear());

  it('is taken over once', () => {
    keep('lotrecht-hand-out-c', draft);
    expect(takeEarlierHandOut('c')).toEqual(draft);
    expect(takeEarlierHandOut('c')).toBeNull();
    const place = { id: 'p', isNew: true, revision: 0, name: 'Rim', kind: 'range', marks: [] };
    keep('lotrecht-place-draft', place);
    expect(takeEarlierPlace()).toEqual(place);
    expect(takeEarlierPlace()).toBeNull();
    // Typed over a place that there is: its revision has moved on since.
    keep('lotrecht-place-draft', { ...place, isNew: false });
    expect(takeEarlierPlace()).toBeNull();
  });

  it('that cannot be read is let be', () => {
    localStorage.setItem('lotrecht-hand-out-c', '{');
    expect(takeEarlierHandOut('c')).toBeNull();
  });

  it('goes with the student it is about, and no other does', () => {
    keep('lotrecht-hand-out-a', { ...draft, studentId: 'erased' });
    keep('lotrecht-hand-out-b', { ...draft, studentId: 'here' });
    keep('lotrecht-hand-out-c', draft);
    dropHandOutDraftsOf(['erased']);
    expect(takeEarlierHandOut('a')).toBeNull();
    expect(takeEarlierHandOut('b')).toMatchObject({ studentId: 'here' });
    expect(takeEarlierHandOut('c')).toEqual(draft);
  });
});
