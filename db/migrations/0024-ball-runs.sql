-- Balls in a row, as they were seen.

CREATE TABLE ball_run (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  student_id UUID NOT NULL,
  lesson_id UUID NULL,
  check_id UUID NULL,
  hit_on DATE NOT NULL,
  started_at CHAR(24) NOT NULL,
  note VARCHAR(400) NULL,
  run JSON NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY ball_run_of_student (academy_id, student_id, deleted_at, started_at),
  CONSTRAINT ball_run_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id)
);
