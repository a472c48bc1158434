-- Where a student's balls usually go, as they say it.

CREATE TABLE usual_miss (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  student_id UUID NOT NULL,
  lesson_id UUID NULL,
  said_on DATE NOT NULL,
  note VARCHAR(400) NULL,
  miss JSON NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY usual_miss_of_student (academy_id, student_id, deleted_at, said_on),
  CONSTRAINT usual_miss_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id)
);
