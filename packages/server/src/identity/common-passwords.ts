import { DocumentRefused } from '@lotrecht/records';

/** What guessers try first, of those that are long enough: lower case, without what stands between the words. */
const COMMON: ReadonlySet<string> = new Set([
  'adminadmin12',
  'administrator',
  'changeme1234',
  'changemenow1',
  'correcthorsebatterystaple',
  'fairwayfairway',
  'golfgolfgolf',
  'golfinstructor',
  'golflessons1',
  'golfprofessional',
  'holeinone1234',
  'iloveyou1234',
  'letmein12345',
  'letmeinplease',
  'lotrechtlotrecht',
  'mypassword12',
  'mypassword123',
  'nopassword12',
  'pa55word1234',
  'passw0rd1234',
  'password1234',
  'password12345',
  'password123456',
  'password2024',
  'password2025',
  'password2026',
  'passwordpassword',
  'qazwsxedcrfv',
  'qwerty123456',
  'qwertyuiop12',
  'qwertyuiop123',
  'qwertyuiopas',
  'secret123456',
  'teetimeteetime',
  'trustno1trustno1',
  'welcome12345',
  'welcome123456',
  '1q2w3e4r5t6y',
  '1qaz2wsx3edc',
]);

/** Rows of keys, and back. */
const ROWS = ['abcdefghijklmnopqrstuvwxyz', '01234567890123456789', 'qwertyuiopasdfghjklzxcvbnm'];

/** A unit of at most so many characters, again and again, is as long as the unit. */
const MOST_REPEATED = 4;

/**
 * Whether a password is among the first that anyone tries: a common one, a row of keys, or a few characters again and
 * again.
 *
 * @example isCommonPassword('Password 1234') // true
 * @example isCommonPassword('abcabcabcabc') // true
 */
export function isCommonPassword(password: string): boolean {
  const bare = password.toLowerCase().replace(/[\s._-]/g, '');
  const backwards = [...bare].reverse().join('');
  if (COMMON.has(bare)) return true;
  if (ROWS.some((row) => row.includes(bare) || row.includes(backwards))) return true;
  for (let unit = 1; unit <= MOST_REPEATED; unit++) {
    if (
      bare ===
      bare
        .slice(0, unit)
        .repeat(Math.ceil(bare.length / unit))
        .slice(0, bare.length)
    )
      return true;
  }
  return false;
}

/** @throws DocumentRefused for a password that is among the first that anyone tries */
export function requireUncommon(password: string): void {
  if (!isCommonPassword(password)) return;
  const message = 'This is among the first passwords that anyone tries. Take a sentence of your own.';
  throw new DocumentRefused([{ code: 'common-password', path: '/password', message }]);
}
