import { renewLinkSecret } from './identity/one-time-link-repository.ts';
import { type SendingDependencies } from './post/send-letters.ts';
import { giveLetterSecret } from './take-home/student-link-repository.ts';

/** Who gives a link the secret that goes out with its letter. */
export const LETTER_SECRETS: SendingDependencies['secrets'] = {
  'one-time-link': renewLinkSecret,
  'student-link': giveLetterSecret,
};
