import { describe, expect, it } from 'vitest';
import { isCommonPassword } from './common-passwords.ts';

describe('a password', () => {
  it.each([
    'password1234',
    'Pass-Word 1234',
    'qwertyuiop12',
    'abcabcabcabc',
    'aaaaaaaaaaaa',
    '123412341234',
    '123456789012',
    '987654321098',
    'abcdefghijkl',
    'lkjihgfedcba',
    'golfgolfgolf',
  ])('%s is among the first that anyone tries', (password) => {
    expect(isCommonPassword(password)).toBe(true);
  });

  it.each(['a plumb line hangs true', 'heron-weir-kiln-2026', 'a rod across the belt', 'abcabcabcabd'])(
    '%s is not',
    (password) => {
      expect(isCommonPassword(password)).toBe(false);
    },
  );
});
