-- Readings are computed again where the computation has changed: lines over lessons, and what first checks say.

ALTER TABLE student_standing
  -- The version of core that the student's lines were measured with; NULL: another one.
  ADD COLUMN measured_with VARCHAR(20) NULL;

-- Of other kinds of students: made again with the standings.
DELETE FROM first_check_evidence;
UPDATE academy_prior SET prior = NULL, students = 0, due = 1;

INSERT INTO standing_due (academy_id, student_id)
SELECT academy_id, id FROM student WHERE deleted_at IS NULL
ON DUPLICATE KEY UPDATE marks = marks + 1;
