/** The door for a program that fills an empty academy as the application itself would have filled it. */
export { type Actor, actorOf } from '../access/actor.ts';
export { markStanding } from '../changes/standing-due.ts';
export { addVersion, insertCheck } from '../checks/check-repository.ts';
export { readConfig } from '../config/read-config.ts';
export { insertConsent } from '../consents/consent-repository.ts';
export { type Database, openDatabase, type Queries } from '../database/database.ts';
export { migrate } from '../database/migrate.ts';
export { refreshStatistics } from '../database/refresh-statistics.ts';
export { sql } from '../database/sql.ts';
export {
  anyAcademyExists,
  findCredentials,
  insertAcademy,
  insertInstructor,
} from '../identity/instructor-repository.ts';
export { hashPassword, passwordFits } from '../identity/passwords.ts';
export { insertLesson } from '../lessons/lesson-repository.ts';
export {
  ballRuns,
  clubs,
  places,
  practiceDone,
  practicePlans,
  routines,
  usualMisses,
} from '../records/index.ts';
export { refreshPriors } from '../roster/academy-prior.ts';
export { refreshStandings } from '../roster/refresh-standings.ts';
export { insertStudent } from '../students/student-repository.ts';
