-- Students, their lessons, and the set-up checks made in them. Deleted rows stay until undo can no longer be wanted.

CREATE TABLE student (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  instructor_id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  name VARCHAR(120) NOT NULL,
  handedness ENUM('right', 'left') NOT NULL,
  minor BOOLEAN NOT NULL,
  notes VARCHAR(4000) NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY student_by_name (academy_id, deleted_at, name, id),
  KEY student_of_instructor (academy_id, instructor_id, deleted_at, name, id),
  CONSTRAINT student_instructor FOREIGN KEY (academy_id, instructor_id) REFERENCES instructor (academy_id, id)
);

CREATE TABLE lesson (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  student_id UUID NOT NULL,
  instructor_id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  held_on DATE NOT NULL,
  notes VARCHAR(4000) NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY lesson_of_student (academy_id, student_id, deleted_at, held_on),
  KEY lesson_by_day (academy_id, deleted_at, held_on, id),
  CONSTRAINT lesson_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id),
  CONSTRAINT lesson_instructor FOREIGN KEY (academy_id, instructor_id) REFERENCES instructor (academy_id, id)
);

CREATE TABLE setup_check (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  lesson_id UUID NOT NULL,
  student_id UUID NOT NULL,
  -- The newest row of check_version.
  revision INT UNSIGNED NOT NULL,
  created_at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY check_of_lesson (academy_id, lesson_id, deleted_at, created_at),
  KEY check_of_student (academy_id, student_id, deleted_at, created_at),
  CONSTRAINT check_lesson FOREIGN KEY (academy_id, lesson_id) REFERENCES lesson (academy_id, id),
  CONSTRAINT check_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id)
);

-- Readings are the truth and are always stored; a result is what one version of core made of them. Rows are only added.
CREATE TABLE check_version (
  academy_id UUID NOT NULL,
  check_id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL,
  reason ENUM('entered', 'corrected', 'hand-corrected') NOT NULL,
  document JSON NOT NULL,
  result JSON NOT NULL,
  core_version VARCHAR(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  -- One per save: a save that is sent again is recognised and not stored again.
  save_key UUID NOT NULL,
  instructor_id UUID NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  PRIMARY KEY (academy_id, check_id, revision),
  UNIQUE KEY check_version_save (academy_id, check_id, save_key),
  CONSTRAINT check_version_check FOREIGN KEY (academy_id, check_id) REFERENCES setup_check (academy_id, id),
  CONSTRAINT check_version_instructor FOREIGN KEY (academy_id, instructor_id) REFERENCES instructor (academy_id, id)
);
