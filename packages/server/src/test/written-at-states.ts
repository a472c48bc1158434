import { solveDocument } from '@lotrecht/judging';
import { hashPassword } from '../identity/passwords.ts';
import { workedCheck } from './documents.ts';
import { PASSWORD } from './test-app.ts';

const id = (n: number): string => `00000000-0000-4000-8000-0000000000${String(n).padStart(2, '0')}`;
const [ACADEMY, HEAD, STUDENT, LESSON, CHECK, PLACE, METHOD] = [1, 2, 3, 4, 5, 6, 7].map(id) as [
  string,
  string,
  string,
  string,
  string,
  string,
  string,
];
export { CHECK, LESSON, PLACE, STUDENT };
/** The check that was kept. */
export const document = workedCheck();
/** What it came to then. */
export const result = JSON.parse(JSON.stringify(solveDocument(document))) as object;

/** What could be written at each state, in the words of its own schema; keyed by the migration that made it possible. */
export const WRITTEN: Readonly<
  Record<string, readonly { readonly text: string; readonly values: readonly string[] }[]>
> = {
  '0001': [
    { text: 'INSERT INTO academy (id, name) VALUES (?, ?)', values: [ACADEMY, 'Tarnside'] },
    {
      text: `INSERT INTO instructor (academy_id, id, email, name, role, password_hash) VALUES (?, ?, ?, ?, 'head', ?)`,
      values: [ACADEMY, HEAD, 'marit@tarnside.example', 'Marit', await hashPassword(PASSWORD)],
    },
  ],
  '0002': [
    {
      text: `INSERT INTO student (academy_id, id, instructor_id, name, handedness, minor, notes)
             VALUES (?, ?, ?, 'Runa Feldt', 'right', 1, 'of old')`,
      values: [ACADEMY, STUDENT, HEAD],
    },
    {
      text: `INSERT INTO lesson (academy_id, id, student_id, instructor_id, held_on, notes)
             VALUES (?, ?, ?, ?, '2026-04-17', 'dry')`,
      values: [ACADEMY, LESSON, STUDENT, HEAD],
    },
    {
      text: 'INSERT INTO setup_check (academy_id, id, lesson_id, student_id, revision) VALUES (?, ?, ?, ?, 1)',
      values: [ACADEMY, CHECK, LESSON, STUDENT],
    },
    {
      text: `INSERT INTO check_version
               (academy_id, check_id, revision, reason, document, result, core_version, save_key, instructor_id)
             VALUES (?, ?, 1, 'entered', ?, ?, '0.1.0', ?, ?)`,
      values: [ACADEMY, CHECK, JSON.stringify(document), JSON.stringify(result), id(8), HEAD],
    },
  ],
  '0003': [
    {
      text: `INSERT INTO audit_entry (academy_id, id, instructor_id, student_id, action) VALUES (?, ?, ?, ?, 'seen')`,
      values: [ACADEMY, id(9), HEAD, STUDENT],
    },
    {
      text: `INSERT INTO post_box (academy_id, id, recipient, subject, body) VALUES (?, ?, 'a@b.example', 'Hello', '')`,
      values: [ACADEMY, id(10)],
    },
  ],
  '0004': [
    {
      text: `UPDATE check_version SET phase = 'baseline', help = 'blind', place_kind = 'range', reader = 'instructor'
             WHERE academy_id = ? AND check_id = ?`,
      values: [ACADEMY, CHECK],
    },
  ],
  '0005': [
    {
      text: `INSERT INTO place (academy_id, id, name, kind, marks) VALUES (?, ?, 'Rim', 'range', '[]')`,
      values: [ACADEMY, PLACE],
    },
    {
      text: 'UPDATE lesson SET place_id = ?, windy = 1 WHERE academy_id = ? AND id = ?',
      values: [PLACE, ACADEMY, LESSON],
    },
  ],
  '0006': [
    {
      text: `UPDATE check_version SET record = '{"feltDeg":1.5}' WHERE academy_id = ? AND check_id = ?`,
      values: [ACADEMY, CHECK],
    },
    {
      text: `INSERT INTO method_profile (academy_id, id, name, document) VALUES (?, ?, 'Ours', '{}')`,
      values: [ACADEMY, METHOD],
    },
  ],
  '0007': [
    {
      text: `UPDATE lesson SET next_on = '2026-05-01' WHERE academy_id = ? AND id = ?`,
      values: [ACADEMY, LESSON],
    },
  ],
  '0008': [
    {
      text: 'UPDATE student SET stature_mm = 1720 WHERE academy_id = ? AND id = ?',
      values: [ACADEMY, STUDENT],
    },
    {
      text: `INSERT INTO student_link (token_hash, academy_id, id, student_id, instructor_id, recipient, expires_at)
             VALUES (UNHEX(SHA2('token', 256)), ?, ?, ?, ?, 'a@b.example', '2030-01-01')`,
      values: [ACADEMY, id(11), STUDENT, HEAD],
    },
    {
      text: `INSERT INTO guardian_consent (academy_id, id, student_id, scope, given_by, given_on, recorded_by)
             VALUES (?, ?, ?, 'link', 'A guardian', '2026-04-17', ?)`,
      values: [ACADEMY, id(13), STUDENT, HEAD],
    },
  ],
  '0009': [
    { text: 'UPDATE academy SET retention_months = 24 WHERE id = ?', values: [ACADEMY] },
    {
      text: 'INSERT INTO erased_student (academy_id, student_id) VALUES (?, ?)',
      values: [ACADEMY, id(12)],
    },
  ],
  '0010': [
    {
      text: `INSERT INTO student_standing
               (academy_id, student_id, instructor_id, lesson_count, last_lesson_on, due_on, relapsed)
             VALUES (?, ?, ?, 1, '2026-04-17', '2026-05-01', 0)`,
      values: [ACADEMY, STUDENT, HEAD],
    },
    {
      text: `INSERT INTO line_standing
               (academy_id, student_id, line, club_group, help, held_on, handed_azimuth_deg, verdict, flag)
             VALUES (?, ?, 'hips', 'driver', 'blind', '2026-04-17', 4.1, 'out', 'stable')`,
      values: [ACADEMY, STUDENT],
    },
  ],
  '0011': [
    {
      text: `INSERT INTO academy_event (academy_id, id, instructor_id, action) VALUES (?, ?, ?, 'exported')`,
      values: [ACADEMY, id(14), HEAD],
    },
    {
      text: `INSERT INTO one_time_link (token_hash, academy_id, kind, email, name, role, expires_at)
             VALUES (UNHEX(SHA2('token', 256)), ?, 'invitation', 'a@b.example', 'Teo', 'head', '2030-01-01')`,
      values: [ACADEMY],
    },
    {
      text: `INSERT INTO post_box (academy_id, id, recipient, subject, body) VALUES
             (?, ?, 'b@b.example', 'Hello', 'go to http://x.example/link/abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQ now')`,
      values: [ACADEMY, id(15)],
    },
  ],
  '0012': [
    {
      text: `INSERT INTO known_device (token_hash, academy_id, instructor_id) VALUES (UNHEX(SHA2('device', 256)), ?, ?)`,
      values: [ACADEMY, HEAD],
    },
  ],
  '0013': [
    {
      text: `INSERT INTO instructor_settings (academy_id, instructor_id, revision, settings) VALUES
             (?, ?, 1, '{"landmarksMm":{"toes.bare":4,"hips.rod":7}}')`,
      values: [ACADEMY, HEAD],
    },
  ],
  '0014': [
    {
      text: `UPDATE instructor_settings SET settings = '{"landmarksMm":{"toes.bare":4}}' WHERE academy_id = ?`,
      values: [ACADEMY],
    },
  ],
  '0015': [{ text: 'INSERT INTO academy_prior (academy_id, due) VALUES (?, 1)', values: [ACADEMY] }],
  '0016': [{ text: 'INSERT INTO change_count (academy_id, last) VALUES (?, 7)', values: [ACADEMY] }],
  '0017': [
    {
      text: `INSERT INTO club (academy_id, id, student_id, name, club_group) VALUES (?, ?, ?, 'Seven', 'mid-iron')`,
      values: [ACADEMY, id(17), STUDENT],
    },
  ],
  '0018': [
    { text: 'UPDATE student_standing SET last_colds = ? WHERE academy_id = ?', values: ['[]', ACADEMY] },
  ],
  '0019': [
    {
      text: `INSERT INTO post_box (academy_id, id, recipient, subject, body, sent_at, created_at) VALUES
             (?, ?, 'c@b.example', 'Hello', '', '2026-01-01', '2026-01-01')`,
      values: [ACADEMY, id(18)],
    },
  ],
  '0020': [
    { text: 'UPDATE student_standing SET relapsed = relapsed + 1 WHERE academy_id = ?', values: [ACADEMY] },
  ],
  '0021': [
    { text: 'UPDATE student_standing SET line_flags = ? WHERE academy_id = ?', values: ['[]', ACADEMY] },
  ],
  '0022': [
    {
      text: `INSERT INTO routine (academy_id, id, student_id, lesson_id, held_on, started_at, recording)
             VALUES (?, ?, ?, ?, '2026-04-17', '2026-04-17T09:20:00.000Z', ?)`,
      values: [
        ACADEMY,
        id(20),
        STUDENT,
        LESSON,
        JSON.stringify({
          method: 'All parallel',
          steps: ['face', 'stance'],
          help: 'blind',
          phase: 'baseline',
          place: 'range',
          events: [{ id: id(21), deed: 'face', atS: 0 }],
        }),
      ],
    },
  ],
  '0023': [
    {
      text: `INSERT INTO practice_done (academy_id, id, student_id, done_on, started_at, practice)
             VALUES (?, ?, ?, '2026-04-17', '2026-04-17T09:40:00.000Z', ?)`,
      values: [
        ACADEMY,
        id(22),
        STUDENT,
        JSON.stringify({ exercise: 'looks', wanted: 6, done: 6, seconds: 200, spoken: false }),
      ],
    },
  ],
  '0024': [
    {
      text: `INSERT INTO ball_run (academy_id, id, student_id, lesson_id, check_id, hit_on, started_at, run)
             VALUES (?, ?, ?, ?, ?, '2026-04-17', '2026-04-17T09:50:00.000Z', ?)`,
      values: [
        ACADEMY,
        id(23),
        STUDENT,
        LESSON,
        CHECK,
        JSON.stringify({
          clubGroup: 'mid-iron',
          carryM: 140,
          windRightMs: 0,
          windAheadMs: 0,
          help: 'cued',
          place: 'range',
          balls: [{ id: id(24), start: { widths: 1 }, finish: { bearingDeg: -2 } }],
        }),
      ],
    },
  ],
  '0025': [
    {
      text: `INSERT INTO usual_miss (academy_id, id, student_id, lesson_id, said_on, miss)
             VALUES (?, ?, ?, ?, '2026-04-17', ?)`,
      values: [
        ACADEMY,
        id(25),
        STUDENT,
        LESSON,
        JSON.stringify({ start: 'right', clubGroup: 'mid-iron', where: 'range' }),
      ],
    },
  ],
  '0026': [
    {
      text: `INSERT INTO eye_on_screen (academy_id, id, instructor_id, done_on, started_at, pictures)
             VALUES (?, ?, ?, '2026-04-17', '2026-04-17T18:10:00.000Z', ?)`,
      values: [
        ACADEMY,
        id(26),
        HEAD,
        JSON.stringify({
          task: 'point',
          line: 'hips',
          handedness: 'right',
          wanted: 1,
          seconds: 5,
          distanceM: 150,
          trials: [{ turnDeg: 2, answeredDeg: 1, help: 'blind' }],
        }),
      ],
    },
  ],
  '0027': [
    {
      text: `INSERT INTO practice_plan (academy_id, id, student_id, lesson_id, starts_on, plan)
             VALUES (?, ?, ?, ?, '2026-04-18', ?)`,
      values: [
        ACADEMY,
        id(27),
        STUDENT,
        LESSON,
        JSON.stringify({ oneThing: 'toes', line: 'toes', place: 'home', drills: [], sessions: [] }),
      ],
    },
  ],
  '0028': [
    {
      text: `INSERT INTO course (academy_id, id, name, course) VALUES (?, ?, 'Four weeks of feet', ?)`,
      values: [
        ACADEMY,
        id(28),
        JSON.stringify({ oneThing: 'toes', line: 'toes', place: 'home', drills: [] }),
      ],
    },
  ],
  '0029': [
    {
      text: `INSERT INTO academy_event (academy_id, id, instructor_id, action) VALUES (?, ?, ?, 'signed-out')`,
      values: [ACADEMY, id(29), HEAD],
    },
  ],
};
