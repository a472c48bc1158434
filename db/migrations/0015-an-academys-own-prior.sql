-- What an academy's own students say of who comes to it, from the first cold check of each.

CREATE TABLE first_check_evidence (
  academy_id UUID NOT NULL,
  student_id UUID NOT NULL,
  -- The check, its revision and the version of core that it was computed from and with.
  made_from VARCHAR(80) NOT NULL,
  -- Log of how well the check fits each kind of student, in the order of the shipped kinds.
  log_evidence JSON NOT NULL,
  PRIMARY KEY (academy_id, student_id),
  CONSTRAINT first_check_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id)
);

CREATE TABLE academy_prior (
  academy_id UUID NOT NULL PRIMARY KEY,
  -- Evidence has come or gone since the prior was computed.
  due TINYINT(1) NOT NULL,
  -- How many students it was computed from.
  students INT UNSIGNED NOT NULL DEFAULT 0,
  -- NULL while there are too few students: the shipped one stands.
  prior JSON NULL,
  CONSTRAINT prior_of_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);

INSERT IGNORE INTO standing_due (academy_id, student_id) SELECT academy_id, id FROM student WHERE deleted_at IS NULL;
