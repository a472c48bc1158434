/** The made-up academy of Tarnside. */
export { type DemoCounts, loadDemo } from './load-demo.ts';
export { INSTRUCTORS } from './students.ts';
