import { type Answer, type Device, drain, type Entry, keyText, type Request } from '@lotrecht/sync';
import { type ApiProblem } from '../../api/problem.ts';
import { type Pending } from './kept-on-phone.ts';

/** A phone has one link. */
const OWNER = 'link';

/** What is to be sent, as long as the phone keeps it. */
export interface PhoneRound {
  readonly pending: () => readonly Pending[];
  /** It is kept, or given back: the phone lets go of it. */
  readonly drop: (id: string) => void;
  /** @returns null: kept; else why not */
  readonly send: (pending: Pending) => Promise<ApiProblem | null>;
  readonly told: (problem: ApiProblem | null) => void;
}

/**
 * Sends what a phone has, one after the other, each under its own id: sent twice it is kept once. A reading that cannot
 * be is given back and stops no other; anything else waits for the next try.
 */
export async function sendFromPhone({ pending, drop, send, told }: PhoneRound): Promise<void> {
  const begun = new Map<string, Entry>();
  const find = (id: string): Pending | undefined => pending().find((one) => one.id === id);
  const device: Device = {
    all: async () => pending().map((one, index) => begun.get(one.id) ?? entryOf(one, index)),
    change: async (key, to) => {
      const one = find(key.id);
      const after = to(begun.get(key.id) ?? (one ? entryOf(one, 0) : null));
      if (after === null || after.trouble !== null) drop(key.id);
      else begun.set(key.id, after);
      return after;
    },
  };
  const sendOne = async ({ id }: Request): Promise<Answer> => {
    const one = find(id);
    const problem = one === undefined ? null : await send(one);
    return problem === null ? { is: 'kept', view: { revision: 1 } } : answerOf(problem);
  };
  await drain(OWNER, {
    device,
    protocol: { said: (_kind, said) => said },
    send: sendOne,
    noted: () => undefined,
    answered: ({ answer }) => told('problem' in answer ? (answer.problem as ApiProblem) : null),
  });
}

function answerOf(problem: ApiProblem): Answer {
  if (problem.status === 422) return { is: 'refused', problem };
  return problem.code === 'link-over' ? { is: 'closed', problem } : { is: 'unknown', problem };
}

function entryOf({ id, to, input }: Pending, index: number): Entry {
  const key = { owner: OWNER, kind: to, id };
  const by = keyText(key);
  return {
    ...key,
    parents: [],
    of: {},
    base: null,
    typed: { content: input, more: null, turn: 1, at: '', by },
    asked: { said: input, turn: 1, since: index, once: id, by, over: null },
    sent: [],
    trouble: null,
  };
}
