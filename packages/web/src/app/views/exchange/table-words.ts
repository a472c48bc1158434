/** Tables of a file, as they are called. */
export const TABLE_WORDS = [
  ['student', 'Students'],
  ['lesson', 'Lessons'],
  ['setup_check', 'Checks'],
  ['check_version', 'Readings and results'],
  ['measured_line', 'Angles, line by line'],
  ['hand_out', 'Hand-outs'],
  ['self_check', 'Self-checks'],
  ['guardian_consent', 'Consents'],
  ['club', 'Clubs'],
  ['routine', 'Walk-ins'],
  ['eye_on_screen', 'Eyes on the screen'],
  ['own_drill', 'Own drills'],
  ['course', 'Courses'],
  ['practice_plan', 'Practice plans'],
  ['practice_done', 'Practice'],
  ['ball_run', 'Runs of balls'],
  ['usual_miss', 'Usual misses'],
  ['place', 'Places'],
  ['method_profile', 'Own methods'],
  ['station_plan', 'Station plans'],
  ['instructor', 'Instructors'],
  ['instructor_settings', 'Settings'],
  ['audit_entry', 'Who looked at whom'],
  ['erased_student', 'Erased students'],
] as const;

/** A table's name for a person. @example tableWord('hand_out') // 'Hand-outs' */
export function tableWord(name: string): string {
  return TABLE_WORDS.find(([table]) => table === name)?.[1] ?? name;
}
