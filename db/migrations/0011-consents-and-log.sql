-- A guardian's consent to records, beside the one to a link; what was done with an academy as a whole; and which lines
-- are out, kept where students are sorted, so that a filter by line opens nobody's lines.

ALTER TABLE guardian_consent
  MODIFY COLUMN scope ENUM('link', 'records') NOT NULL;

-- Of this installation: it does not go out with the academy's file.
CREATE TABLE academy_event (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  instructor_id UUID NOT NULL,
  action ENUM('exported', 'table-exported', 'imported', 'readings-imported', 'suspended', 'let-in', 'retention-set')
    NOT NULL,
  -- A table's name, a number of rows, an instructor's name: whom or what it was about, never a student.
  detail VARCHAR(200) NOT NULL DEFAULT '',
  at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  PRIMARY KEY (academy_id, id),
  KEY event_by_time (academy_id, at),
  CONSTRAINT event_instructor FOREIGN KEY (academy_id, instructor_id) REFERENCES instructor (academy_id, id)
);

ALTER TABLE student_standing
  -- A bit for each line whose newest cold set-up is out, in the order of line_standing.line from the lowest.
  ADD COLUMN out_lines TINYINT UNSIGNED NOT NULL DEFAULT 0,
  ADD COLUMN stable_lines TINYINT UNSIGNED NOT NULL DEFAULT 0;

UPDATE student_standing t
SET t.out_lines = (SELECT COALESCE(BIT_OR(1 << (n.line + 0 - 1)), 0) FROM line_standing n
                   WHERE n.academy_id = t.academy_id AND n.student_id = t.student_id
                     AND n.help = 'blind' AND n.verdict = 'out'),
    t.stable_lines = (SELECT COUNT(DISTINCT n.line) FROM line_standing n
                      WHERE n.academy_id = t.academy_id AND n.student_id = t.student_id
                        AND n.help = 'blind' AND n.flag = 'stable');
