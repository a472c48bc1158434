/** The made-up academy of Tarnside. */
export { type DemoCounts, loadDemo } from './load-demo.ts';
export { INSTRUCTORS } from './students.ts';

/** A stand-in for a mail service. */
export { openPostOffice, type PostOffice, type ReceivedLetter } from './post-office/post-office.ts';
