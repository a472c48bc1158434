/** Nobody is hit: with every drill in which a club swings. */
export const ROOM = 'Nobody stands within the club and a rod’s length; look around and overhead.';
/** Rods on the ground. */
export const RODS = 'Mark rods on the ground and take them up after; nobody should trip.';
/** Aids in a round. */
export const ROUND = 'A placed aid is for practice; on the course the local rules decide.';
/** Bodies. */
export const BODY = 'Stop with pain or dizziness; a licensed clinician decides.';
/** A rod that stands up. */
export const GATE = 'The rod leans away from you, its end capped, where a rebound meets nobody.';
/** Others help. */
export const ASK = 'Whoever helps asks before touching; there is always a way without.';
