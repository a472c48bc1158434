-- Sessions that can be listed, revoked and locked; one-time links and the post box they go out by; who looked at
-- whom; counters of the rate limits, shared by all servers.

DELETE FROM session;

ALTER TABLE session
  ADD COLUMN id UUID NOT NULL AFTER token_hash,
  ADD COLUMN device VARCHAR(200) NOT NULL DEFAULT '' AFTER instructor_id,
  ADD COLUMN locked_at DATETIME(3) NULL AFTER last_seen_at,
  ADD UNIQUE KEY session_id (academy_id, instructor_id, id);

CREATE TABLE one_time_link (
  -- SHA-256 of the token in the link: a stolen table opens nothing.
  token_hash BINARY(32) NOT NULL,
  academy_id UUID NOT NULL,
  kind ENUM('invitation', 'password-reset') NOT NULL,
  -- The instructor whose password is set anew; NULL for an invitation.
  instructor_id UUID NULL,
  email VARCHAR(254) NOT NULL,
  name VARCHAR(120) NOT NULL,
  role ENUM('head', 'instructor') NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  expires_at DATETIME(3) NOT NULL,
  used_at DATETIME(3) NULL,
  PRIMARY KEY (token_hash),
  KEY link_of_academy (academy_id, created_at),
  CONSTRAINT link_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);

CREATE TABLE post_box (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  recipient VARCHAR(254) NOT NULL,
  subject VARCHAR(200) NOT NULL,
  body TEXT NOT NULL,
  sent_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  PRIMARY KEY (academy_id, id),
  KEY post_by_time (academy_id, sent_at),
  CONSTRAINT post_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);

CREATE TABLE audit_entry (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  instructor_id UUID NOT NULL,
  student_id UUID NOT NULL,
  action ENUM('seen', 'changed', 'deleted', 'restored') NOT NULL,
  at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  PRIMARY KEY (academy_id, id),
  KEY audit_by_time (academy_id, at),
  KEY audit_of_student (academy_id, student_id, instructor_id, action, at)
);

CREATE TABLE rate_limit (
  `key` VARCHAR(255) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  points INT NOT NULL DEFAULT 0,
  expire BIGINT UNSIGNED NULL,
  PRIMARY KEY (`key`),
  KEY rate_limit_expiry (expire)
);
