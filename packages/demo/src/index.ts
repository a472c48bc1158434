/** The made-up academy of Tarnside. */
export { loadDemo } from './load-demo.ts';
export { INSTRUCTORS } from './tarnside.ts';

/** A stand-in for a mail service. */
export { openPostOffice, type PostOffice } from './post-office/post-office.ts';
