import { type Scope } from './scope.ts';

/** Who does something, with what they may see. */
export interface Actor extends Scope {
  readonly instructorId: string;
  readonly role: 'head' | 'instructor';
  /** By a student's own link: this is the instructor whose student it is. Default: the instructor does it. */
  readonly byLink?: true;
}

/** An instructor of an academy: a head sees everybody's students, the others their own. */
export function actorOf({ academyId, instructorId, role }: Omit<Actor, 'sees'>): Actor {
  return { academyId, instructorId, role, sees: role === 'head' ? 'all' : { studentsOf: instructorId } };
}
