-- What goes on the ground and what goes home: station plans, hand-outs, a student's link, consents, self-checks.

ALTER TABLE student
  -- Measured, mm; NULL: usual lengths stand in, and say so.
  ADD COLUMN stature_mm SMALLINT UNSIGNED NULL AFTER dominant_eye,
  ADD COLUMN shoe_mm SMALLINT UNSIGNED NULL AFTER stature_mm;

ALTER TABLE lesson
  -- What a student reads at home is kept as a lesson of its own kind: it is followed, and is no visit.
  ADD COLUMN kind ENUM('lesson', 'self') NOT NULL DEFAULT 'lesson' AFTER instructor_id,
  -- Visits of a student, newest last; readings at home are passed over.
  ADD KEY visit_of_student (academy_id, student_id, kind, deleted_at, held_on, id);

CREATE TABLE station_plan (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  name VARCHAR(80) NOT NULL,
  place_id UUID NULL,
  -- What is laid, as the browser chose it. Read and written whole.
  plan JSON NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY plan_by_name (academy_id, deleted_at, name, id),
  CONSTRAINT plan_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);

CREATE TABLE hand_out (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  student_id UUID NOT NULL,
  check_id UUID NOT NULL,
  instructor_id UUID NOT NULL,
  -- Drill, dose, the instructor's own sentence, wording. Read and written whole.
  content JSON NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY hand_out_of_student (academy_id, student_id, deleted_at, created_at),
  CONSTRAINT hand_out_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id),
  CONSTRAINT hand_out_check FOREIGN KEY (academy_id, check_id) REFERENCES setup_check (academy_id, id)
);

CREATE TABLE guardian_consent (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  student_id UUID NOT NULL,
  -- What it covers.
  scope ENUM('link') NOT NULL,
  given_by VARCHAR(120) NOT NULL,
  given_on DATE NOT NULL,
  recorded_by UUID NOT NULL,
  recorded_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  withdrawn_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY consent_of_student (academy_id, student_id, scope, withdrawn_at),
  CONSTRAINT consent_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id)
);

CREATE TABLE student_link (
  -- SHA-256 of the token in the link: a stolen table opens nothing.
  token_hash BINARY(32) NOT NULL,
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  student_id UUID NOT NULL,
  instructor_id UUID NOT NULL,
  recipient VARCHAR(254) NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  expires_at DATETIME(3) NOT NULL,
  revoked_at DATETIME(3) NULL,
  last_used_at DATETIME(3) NULL,
  PRIMARY KEY (token_hash),
  UNIQUE KEY link_id (academy_id, id),
  KEY link_of_student (academy_id, student_id, created_at),
  CONSTRAINT student_link_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id)
);

CREATE TABLE self_check (
  academy_id UUID NOT NULL,
  -- Chosen on the phone: sent twice it is kept once.
  id UUID NOT NULL,
  student_id UUID NOT NULL,
  taken_on DATE NOT NULL,
  drill_done TINYINT(1) NOT NULL,
  -- The check its reading was kept as; NULL where only the drill was ticked off.
  check_id UUID NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  PRIMARY KEY (academy_id, id),
  KEY self_check_of_student (academy_id, student_id, taken_on),
  CONSTRAINT self_check_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id)
);
