import { type PlanPage, type PlanPageBlock } from '@lotrecht/records';
import {
  aimedAnew,
  begunSession,
  blockOf,
  pastBlock,
  practiceOfSession,
  sessionFor,
  tickedOff,
} from './session.ts';

const block = (name: string): PlanPageBlock => ({
  block: name,
  title: name,
  dose: '',
  reps: 1,
  steps: [],
  feel: '',
  cautions: [],
  drawing: null,
});
const PLAN = { id: 'p', stage: 'mark', blocks: ['looks', 'drill:toe-rod', 'check'].map(block) } as const;
const sessions: PlanPage['sessions'] = [
  { id: 'a', on: '2026-12-01', doneOn: '2026-12-01' },
  { id: 'b', on: '2026-12-04', doneOn: null },
  { id: 'c', on: '2026-12-06', doneOn: null },
  { id: 'd', on: '2026-12-08', doneOn: null },
];

describe('a session of a plan', () => {
  it('is today’s, else the last that was missed, else the next, else none', () => {
    expect(sessionFor({ sessions }, '2026-12-06')?.id).toBe('c');
    expect(sessionFor({ sessions }, '2026-12-07')?.id).toBe('c');
    expect(sessionFor({ sessions }, '2026-12-02')?.id).toBe('b');
    expect(sessionFor({ sessions: sessions.slice(0, 1) }, '2026-12-02')).toBeNull();
  });

  it('goes block by block, and keeps what was done and what was left out', () => {
    let session = begunSession(PLAN, 'b', Date.UTC(2026, 11, 4, 9));
    expect(blockOf(session)?.block).toBe('looks');
    session = pastBlock(session, true, 1);
    session = pastBlock(session, false, 1);
    session = pastBlock(session, true, Date.UTC(2026, 11, 4, 9, 6));
    expect(blockOf(session)).toBeNull();
    const { doneOn, practice } = practiceOfSession({
      ...session,
      oddness: 7,
      felt: 'left',
      question: ' Why? ',
    });
    expect(doneOn).toBe('2026-12-04');
    expect(practice).toMatchObject({
      exercise: 'session',
      wanted: 3,
      done: 2,
      seconds: 360,
      oddness: 7,
      session: { planId: 'p', sessionId: 'b', stage: 'mark', felt: 'left', question: 'Why?' },
    });
    expect(practice.session?.blocks.map(({ done }) => done)).toEqual([true, false, true]);
  });

  it('is ticked off at once, and says nothing that nobody said', () => {
    const { practice } = practiceOfSession(tickedOff(begunSession(PLAN, 'b', 1_000), 2_000));
    expect(practice).toMatchObject({ done: 3, seconds: 1 });
    expect(practice).not.toHaveProperty('oddness');
    expect(practice.session).not.toHaveProperty('question');
    expect(practice.session).not.toHaveProperty('felt');
  });

  it('aims at another target each time, where there are two', () => {
    let session = begunSession(PLAN, 'b', 1);
    for (const dice of [0, 0.4, 0.99, 0]) {
      const before = session.target;
      session = aimedAnew(session, ['Barge', 'Kiln'], dice);
      expect(session.target).not.toBe(before);
    }
    expect(aimedAnew(session, [], 0.5).target).toBeNull();
    expect(aimedAnew(session, ['Barge'], 0.9).target).toBe('Barge');
  });
});
