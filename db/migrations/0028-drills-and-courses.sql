-- Drills of an academy's own, and courses that are given to several students.

CREATE TABLE own_drill (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  name VARCHAR(80) NOT NULL,
  drill JSON NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  CONSTRAINT own_drill_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);

CREATE TABLE course (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  name VARCHAR(80) NOT NULL,
  course JSON NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  CONSTRAINT course_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);
