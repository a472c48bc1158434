-- Places with what can be aimed and pointed at, what an instructor sets once, where a lesson is held, and target lines
-- that were found wrong afterwards.

CREATE TABLE place (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  name VARCHAR(80) NOT NULL,
  kind ENUM('hall', 'range', 'course', 'home') NOT NULL,
  -- Targets and landmarks: name, kind, distance and bearing. Read and written whole with their place.
  marks JSON NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY place_by_name (academy_id, deleted_at, name, id),
  CONSTRAINT place_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);

CREATE TABLE instructor_settings (
  academy_id UUID NOT NULL,
  instructor_id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  settings JSON NOT NULL,
  PRIMARY KEY (academy_id, instructor_id),
  CONSTRAINT settings_instructor FOREIGN KEY (academy_id, instructor_id) REFERENCES instructor (academy_id, id)
);

ALTER TABLE student
  -- NULL while the pointing test was not made.
  ADD COLUMN dominant_eye ENUM('right', 'left') NULL AFTER handedness;

ALTER TABLE lesson
  ADD COLUMN place_id UUID NULL AFTER held_on,
  ADD COLUMN windy BOOLEAN NOT NULL DEFAULT FALSE AFTER place_id,
  ADD CONSTRAINT lesson_place FOREIGN KEY (academy_id, place_id) REFERENCES place (academy_id, id);

ALTER TABLE check_version
  -- What was found out about the target line afterwards; NULL where it stands as laid.
  ADD COLUMN rebase JSON NULL AFTER document;
