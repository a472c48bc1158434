-- What students practise until the next lesson, and a calendar of it that closes with the link.

CREATE TABLE practice_plan (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  student_id UUID NOT NULL,
  lesson_id UUID NULL,
  starts_on DATE NOT NULL,
  note VARCHAR(400) NULL,
  plan JSON NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY practice_plan_of_student (academy_id, student_id, deleted_at, starts_on),
  CONSTRAINT practice_plan_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id)
);

ALTER TABLE student_link
  ADD COLUMN calendar_hash BINARY(32) NULL,
  ADD COLUMN letter_calendar_hash BINARY(32) NULL,
  ADD UNIQUE KEY student_link_calendar (calendar_hash),
  ADD UNIQUE KEY student_link_letter_calendar (letter_calendar_hash);
