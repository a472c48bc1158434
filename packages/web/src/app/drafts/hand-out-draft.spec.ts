import {
  dropHandOutDraft,
  dropHandOutDraftsOf,
  keepHandOutDraft,
  readHandOutDraft,
} from './hand-out-draft.ts';

const draft = { drillId: 'toe-rod', dose: '', own: 'Look at the raft.', junior: false };

describe('a hand-out that is typed', () => {
  beforeEach(() => localStorage.clear());

  it('stays on the device until the server has it', () => {
    keepHandOutDraft('c', draft);
    expect(readHandOutDraft('c')).toEqual(draft);
    dropHandOutDraft('c');
    expect(readHandOutDraft('c')).toBeNull();
  });

  it('goes with the student it is about, and no other does', () => {
    keepHandOutDraft('a', { ...draft, studentId: '1' });
    keepHandOutDraft('b', { ...draft, studentId: '2' });
    keepHandOutDraft('old', draft);
    localStorage.setItem('lotrecht-hand-out-broken', '{');
    dropHandOutDraftsOf(['1', '3']);
    expect(readHandOutDraft('a')).toBeNull();
    expect(readHandOutDraft('b')).not.toBeNull();
    expect(readHandOutDraft('old')).toEqual(draft);
    expect(readHandOutDraft('broken')).toBeNull();
  });
});
