/** The made-up academy of Tarnside. */
export { type DemoCounts, loadDemo } from './load-demo.ts';
export { INSTRUCTORS } from './tarnside.ts';

/** A stand-in for a mail service. */
export { openPostOffice, type PostOffice } from './post-office/post-office.ts';
export { type ReceivedLetter } from './post-office/received-letter.ts';
