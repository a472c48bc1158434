import { type ApiProblem } from '../../api/problem.ts';
import { type Pending } from './kept-on-phone.ts';
import { sendFromPhone } from './send-from-phone.ts';

const pendingOf = (id: string): Pending => ({ id, to: 'practice', input: { doneOn: '2027-03-01' } as never });
const problem = (status: number, code = ''): ApiProblem => ({ status, code, title: code, errors: [] });

/** A phone with three things to send, and what the server says to each. */
function phone(answers: Readonly<Record<string, ApiProblem | null>>) {
  let pending: readonly Pending[] = ['a', 'b', 'c'].map(pendingOf);
  const sent: string[] = [];
  const told: (string | null)[] = [];
  const round = (): Promise<void> =>
    sendFromPhone({
      pending: () => pending,
      drop: (id) => (pending = pending.filter((one) => one.id !== id)),
      send: async ({ id }) => {
        sent.push(id);
        return answers[id] ?? null;
      },
      told: (what) => told.push(what && what.code),
    });
  return { round, sent, told, left: () => pending.map(({ id }) => id), forget: () => (pending = []) };
}

describe('a phone', () => {
  it('sends what it has, in its order, and lets go of what is kept', async () => {
    const { round, sent, told, left } = phone({});
    await round();
    expect([sent, told, left()]).toEqual([['a', 'b', 'c'], [null, null, null], []]);
  });

  it('gives back what is refused, and sends the rest', async () => {
    const { round, sent, told, left } = phone({ a: problem(422, 'refused') });
    await round();
    expect([sent, told, left()]).toEqual([['a', 'b', 'c'], ['refused', null, null], []]);
  });

  it.each([problem(0, 'no-connection'), problem(429, 'enough-for-a-day'), problem(409, 'conflict')])(
    'keeps what has no answer yet for the next try: $code',
    async (trouble) => {
      const { round, sent, left } = phone({ a: trouble, b: trouble, c: trouble });
      await round();
      // Two in a row are the network’s.
      expect([sent, left()]).toEqual([
        ['a', 'b'],
        ['a', 'b', 'c'],
      ]);
    },
  );

  it('ends where its link is over', async () => {
    const { round, sent, left } = phone({ a: problem(404, 'link-over') });
    await round();
    expect([sent, left()]).toEqual([['a'], ['a', 'b', 'c']]);
  });

  it('sends nothing of a link by another that was opened meanwhile', async () => {
    const answers: Record<string, ApiProblem | null> = {};
    const other = phone(answers);
    const sending = other.round();
    other.forget();
    await sending;
    expect(other.sent.length).toBeLessThanOrEqual(1);
    expect(other.left()).toEqual([]);
  });
});
