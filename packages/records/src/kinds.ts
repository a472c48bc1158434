/** How a column's value is stored and stands in a file: as it is, as true or false, as ISO 8601 in UTC, or as JSON. */
export type FieldKind = 'plain' | 'flag' | 'instant' | 'json';

/** What server and page both know of a kind of record: it is said here and nowhere else. */
export interface KindFacts {
  /** One of them, as changes, the audit and conflicts call it. */
  readonly name: string;
  /** In the database and in files. */
  readonly table: string;
  /** Under `/api/`. */
  readonly path: string;
  /**
   * Whose they are. A student's have the field `studentId`, are seen with the student alone, want a guardian's consent
   * for a minor, and go when the student is erased. An instructor's are their own: nobody else sees them, a head neither.
   */
  readonly owner: 'academy' | 'student' | 'instructor';
  /** As a person says one and several of them. */
  readonly titles: { readonly one: string; readonly many: string };
  /** What it says, beside id, revision and its days; a column is the same in lower case with underscores. */
  readonly fields: Readonly<Record<string, FieldKind>>;
  /** The field that lists go by. Absent: it has a repository of its own. */
  readonly orderedBy?: string;
  /** What is typed and sent, where that is not the fields. */
  readonly says?: readonly string[];
  /** What the server gives within them, as `field/name`: no change of it is anybody’s. */
  readonly given?: readonly string[];
  /** Fields that name a record of another kind, or nothing; what is a student's is of the same student. */
  readonly parents?: Readonly<Record<string, KindName>>;
  /** What is typed into it names a person: it stays off a device until that is locked at rest. */
  readonly namesPeople?: true;
}

/** Kinds with a repository of their own behind the same routes. */
const STUDENT = {
  name: 'student',
  table: 'student',
  path: 'students',
  owner: 'academy',
  titles: { one: 'A student', many: 'students' },
  fields: {
    name: 'plain',
    handedness: 'plain',
    minor: 'flag',
    dominantEye: 'plain',
    statureMm: 'plain',
    shoeMm: 'plain',
    notes: 'plain',
  },
  namesPeople: true,
} as const;

const LESSON = {
  name: 'lesson',
  table: 'lesson',
  path: 'lessons',
  owner: 'student',
  titles: { one: 'Notes of a lesson', many: 'lessons' },
  fields: {
    studentId: 'plain',
    heldOn: 'plain',
    nextOn: 'plain',
    placeId: 'plain',
    windy: 'flag',
    notes: 'plain',
  },
  parents: { studentId: 'student', placeId: 'place' },
} as const;

const CHECK = {
  name: 'check',
  table: 'setup_check',
  path: 'checks',
  owner: 'student',
  titles: { one: 'A check', many: 'checks' },
  // What was shown with it is the server's to compare, and no part of what was read.
  fields: { lessonId: 'plain', document: 'json', circumstances: 'json', rebase: 'json', record: 'json' },
  parents: { lessonId: 'lesson' },
} as const;

const HAND_OUT = {
  name: 'hand-out',
  table: 'hand_out',
  path: 'hand-outs',
  owner: 'student',
  titles: { one: 'A hand-out', many: 'hand-outs' },
  fields: { checkId: 'plain', drillId: 'plain', dose: 'plain', own: 'plain', junior: 'flag' },
  parents: { checkId: 'check' },
} as const;

const BALL_RUN = {
  name: 'ball-run',
  table: 'ball_run',
  path: 'ball-runs',
  owner: 'student',
  orderedBy: 'startedAt',
  titles: { one: 'A run of balls', many: 'runs of balls' },
  fields: {
    studentId: 'plain',
    lessonId: 'plain',
    checkId: 'plain',
    hitOn: 'plain',
    startedAt: 'plain',
    note: 'plain',
    run: 'json',
  },
  parents: { lessonId: 'lesson', checkId: 'check' },
} as const;

const CLUB = {
  name: 'club',
  table: 'club',
  path: 'clubs',
  owner: 'student',
  orderedBy: 'name',
  titles: { one: 'A club', many: 'clubs' },
  fields: { studentId: 'plain', name: 'plain', clubGroup: 'plain' },
} as const;

const COURSE = {
  name: 'course',
  table: 'course',
  path: 'courses',
  owner: 'academy',
  orderedBy: 'name',
  titles: { one: 'A course', many: 'courses' },
  fields: { name: 'plain', course: 'json' },
} as const;

const EYE_ON_SCREEN = {
  name: 'eye-on-screen',
  table: 'eye_on_screen',
  path: 'eye-on-screen',
  owner: 'instructor',
  orderedBy: 'startedAt',
  titles: { one: 'Pictures for your own eye', many: 'trainings of an eye on the screen' },
  fields: { doneOn: 'plain', startedAt: 'plain', note: 'plain', pictures: 'json' },
} as const;

const METHOD = {
  name: 'method',
  table: 'method_profile',
  path: 'methods',
  owner: 'academy',
  orderedBy: 'name',
  titles: { one: 'A method', many: 'methods' },
  fields: { name: 'plain', document: 'json' },
  says: ['method'],
  given: ['method/id', 'method/profileVersion'],
} as const;

const OWN_DRILL = {
  name: 'own-drill',
  table: 'own_drill',
  path: 'own-drills',
  owner: 'academy',
  orderedBy: 'name',
  titles: { one: 'A drill of your own', many: 'own drills' },
  fields: { name: 'plain', drill: 'json' },
} as const;

const PLACE = {
  name: 'place',
  table: 'place',
  path: 'places',
  owner: 'academy',
  orderedBy: 'name',
  titles: { one: 'A place', many: 'places' },
  fields: { name: 'plain', kind: 'plain', marks: 'json' },
} as const;

const PRACTICE_DONE = {
  name: 'practice-done',
  table: 'practice_done',
  path: 'practice-done',
  owner: 'student',
  orderedBy: 'startedAt',
  titles: { one: 'A training', many: 'practice sessions' },
  fields: { studentId: 'plain', doneOn: 'plain', startedAt: 'plain', note: 'plain', practice: 'json' },
} as const;

const PRACTICE_PLAN = {
  name: 'practice-plan',
  table: 'practice_plan',
  path: 'practice-plans',
  owner: 'student',
  orderedBy: 'startsOn',
  titles: { one: 'A practice plan', many: 'practice plans' },
  fields: { studentId: 'plain', lessonId: 'plain', startsOn: 'plain', note: 'plain', plan: 'json' },
  parents: { lessonId: 'lesson' },
} as const;

const ROUTINE = {
  name: 'routine',
  table: 'routine',
  path: 'routines',
  owner: 'student',
  orderedBy: 'startedAt',
  titles: { one: 'A walk-in', many: 'walk-ins' },
  fields: {
    studentId: 'plain',
    lessonId: 'plain',
    heldOn: 'plain',
    startedAt: 'plain',
    note: 'plain',
    recording: 'json',
  },
  parents: { lessonId: 'lesson' },
} as const;

const STATION_PLAN = {
  name: 'station-plan',
  table: 'station_plan',
  path: 'station-plans',
  owner: 'academy',
  orderedBy: 'name',
  titles: { one: 'A station plan', many: 'station plans' },
  fields: { name: 'plain', placeId: 'plain', plan: 'json' },
  parents: { placeId: 'place' },
} as const;

const USUAL_MISS = {
  name: 'usual-miss',
  table: 'usual_miss',
  path: 'usual-misses',
  owner: 'student',
  orderedBy: 'saidOn',
  titles: { one: 'A usual miss', many: 'usual misses' },
  fields: { studentId: 'plain', lessonId: 'plain', saidOn: 'plain', note: 'plain', miss: 'json' },
  parents: { lessonId: 'lesson' },
} as const;

/** Kinds of which everything follows from what is declared: what stands before in a file is pointed at by what comes after. */
const DECLARED = {
  place: PLACE,
  method: METHOD,
  'station-plan': STATION_PLAN,
  'own-drill': OWN_DRILL,
  course: COURSE,
  'eye-on-screen': EYE_ON_SCREEN,
  club: CLUB,
  routine: ROUTINE,
  'practice-plan': PRACTICE_PLAN,
  'practice-done': PRACTICE_DONE,
  'ball-run': BALL_RUN,
  'usual-miss': USUAL_MISS,
} as const;

/** Every kind of record there is, by its name. */
export const KIND = {
  student: STUDENT,
  lesson: LESSON,
  check: CHECK,
  'hand-out': HAND_OUT,
  ...DECLARED,
} as const;

/** A kind of which everything follows from what is declared. */
export type DeclaredKind = keyof typeof DECLARED;

/** Their names, in the order in which files hold them. */
export const DECLARED_KINDS = Object.keys(DECLARED) as readonly DeclaredKind[];

/** As changes, the audit and conflicts call a kind. */
export type KindName = keyof typeof KIND;

/**
 * @returns what is known of a kind; undefined for a name that none has
 * @example kindFacts('club').path // 'clubs'
 */
export function kindFacts(name: string): KindFacts | undefined {
  return (KIND as Readonly<Record<string, KindFacts>>)[name];
}

/**
 * @returns what of a record or of what comes in for one is typed and sent: no id, no revision, nothing of the server’s
 * @example saidByKind({ fields: { name: 'plain', note: 'plain' } }, { id: 'x', revision: 2, name: 'Rim', note: null }) // { name: 'Rim' }
 */
export function saidByKind(
  { fields, says = Object.keys(fields), given = [] }: Pick<KindFacts, 'fields' | 'says' | 'given'>,
  of: object,
): Readonly<Record<string, unknown>> {
  const all = of as Readonly<Record<string, unknown>>;
  const said = says.flatMap((field) => {
    const value = all[field];
    if (value === undefined || value === null) return [];
    const ours = given.flatMap((path) => (path.startsWith(`${field}/`) ? path.slice(field.length + 1) : []));
    return [[field, ours.length === 0 ? value : without(value, ours)] as const];
  });
  return Object.fromEntries(said);
}

function without(value: unknown, names: readonly string[]): unknown {
  return Object.fromEntries(Object.entries(value as object).filter(([name]) => !names.includes(name)));
}

/**
 * @returns what has to be on the server before a record: what its fields name
 * @example parentsOf({ parents: { lessonId: 'lesson', checkId: 'check' } }, { lessonId: 'l' }) // [{ kind: 'lesson', id: 'l' }]
 */
export function parentsOf(
  { parents = {} }: Pick<KindFacts, 'parents'>,
  said: object,
): readonly { readonly kind: KindName; readonly id: string }[] {
  const all = said as Readonly<Record<string, unknown>>;
  return Object.entries(parents).flatMap(([field, kind]) => {
    const id = all[field];
    return typeof id === 'string' ? [{ kind, id }] : [];
  });
}
