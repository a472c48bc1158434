import { describe, expect, it } from 'vitest';
import { missAgainst, missText, type ReadFault } from './miss-words.ts';

const TOES: ReadFault = { title: 'Closed toes', of: 'body', right: true };
const FACE: ReadFault = { title: 'An open face', of: 'face', right: true };

describe('the usual miss', () => {
  it('is said as the student says it', () => {
    expect(missText({ start: 'left', bend: 'none', where: 'range' })).toBe(
      'Starts left, does not bend, on the range.',
    );
    expect(missText({ start: 'over', where: 'course' })).toBe('Starts on line, on the course.');
    expect(missText({ where: 'course' })).toBe('');
  });

  it('goes with a body that takes the path along, or with a face that points there', () => {
    const pushHook = { start: 'right', bend: 'left', where: 'range' } as const;
    expect(missAgainst(pushHook, [TOES, FACE])).toEqual([
      'Closed toes go with the usual miss.',
      'An open face does not explain the usual miss.',
    ]);
    const slice = { start: 'right', bend: 'right', where: 'range' } as const;
    expect(missAgainst(slice, [TOES, FACE])).toEqual([
      'Closed toes do not explain the usual miss.',
      'An open face goes with the usual miss.',
    ]);
  });

  it('where several or none go with it, says what would tell them apart', () => {
    expect(missAgainst({ start: 'right', where: 'range' }, [TOES, FACE]).at(-1)).toBe(
      'A run of balls past the gate rod tells face from path.',
    );
    expect(missAgainst({ start: 'left', bend: 'left', where: 'range' }, [TOES])).toEqual([
      'Closed toes do not explain the usual miss.',
      'A run of balls past the gate rod tells face from path.',
    ]);
    expect(missAgainst({ where: 'range' }, [TOES])).toEqual([]);
    expect(missAgainst({ start: 'over', bend: 'none', where: 'range' }, [TOES])[0]).toBe(
      'Closed toes do not explain the usual miss.',
    );
  });
});
