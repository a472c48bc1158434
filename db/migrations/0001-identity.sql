-- Academies, the instructors who work in them, and the sessions they are signed in with.

CREATE TABLE academy (
  id UUID NOT NULL,
  name VARCHAR(120) NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  PRIMARY KEY (id)
);

CREATE TABLE instructor (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  -- Compared without case: addresses differ in case only by accident.
  email VARCHAR(254) NOT NULL,
  name VARCHAR(120) NOT NULL,
  role ENUM('head', 'instructor') NOT NULL,
  password_hash VARCHAR(255) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  PRIMARY KEY (academy_id, id),
  UNIQUE KEY instructor_email (email),
  CONSTRAINT instructor_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);

CREATE TABLE session (
  -- SHA-256 of the cookie's token: a stolen table opens no session.
  token_hash BINARY(32) NOT NULL,
  academy_id UUID NOT NULL,
  instructor_id UUID NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  last_seen_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  expires_at DATETIME(3) NOT NULL,
  PRIMARY KEY (token_hash),
  KEY session_of_instructor (academy_id, instructor_id),
  KEY session_expiry (expires_at),
  CONSTRAINT session_instructor FOREIGN KEY (academy_id, instructor_id) REFERENCES instructor (academy_id, id)
);
