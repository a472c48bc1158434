-- What instructors' own eyes answered to pictures.

CREATE TABLE eye_on_screen (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  instructor_id UUID NOT NULL,
  done_on DATE NOT NULL,
  started_at CHAR(24) NOT NULL,
  note VARCHAR(400) NULL,
  pictures JSON NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY eye_on_screen_of_instructor (academy_id, instructor_id, deleted_at, started_at),
  CONSTRAINT eye_on_screen_instructor FOREIGN KEY (academy_id, instructor_id) REFERENCES instructor (academy_id, id)
);
