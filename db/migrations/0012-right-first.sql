-- Nobody's data leaks: links that are listed and closed, consents that came in by a file and wait for a head, devices on
-- which an account is known, what is noted of every look, and one holder at a time of what only one may do.

-- Those that are out were made without a name of who sent them: they are sent anew.
DELETE FROM one_time_link;
ALTER TABLE one_time_link
  ADD COLUMN id UUID NOT NULL AFTER token_hash,
  -- The head who invites; NULL for a new password.
  ADD COLUMN invited_by UUID NULL AFTER instructor_id,
  ADD UNIQUE KEY one_time_link_id (academy_id, id);

-- Letters kept the address with its secret.
UPDATE post_box SET body = REGEXP_REPLACE(body, '/(link/|h#)[A-Za-z0-9_-]{20,}', '/\\1…');

CREATE TABLE known_device (
  -- SHA-256 of the token that the device holds.
  token_hash BINARY(32) NOT NULL,
  academy_id UUID NOT NULL,
  instructor_id UUID NOT NULL,
  last_used_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  PRIMARY KEY (token_hash, academy_id, instructor_id),
  KEY device_of_instructor (academy_id, instructor_id, last_used_at),
  CONSTRAINT device_instructor FOREIGN KEY (academy_id, instructor_id) REFERENCES instructor (academy_id, id)
);

-- A row that is locked while something is done that only one may do at a time.
CREATE TABLE lease (
  name VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  PRIMARY KEY (name)
);
INSERT INTO lease (name) VALUES ('first-academy');

ALTER TABLE audit_entry
  MODIFY COLUMN action ENUM('seen', 'changed', 'deleted', 'restored', 'erased', 'printed', 'exported', 'moved') NOT NULL,
  -- What of the student it was about.
  ADD COLUMN what ENUM('student', 'lists', 'lesson', 'check', 'versions', 'lines', 'hand-out', 'link', 'consent',
                       'self-check') NOT NULL DEFAULT 'student' AFTER action,
  -- By the student's own link; the instructor is the one whose student it is.
  ADD COLUMN by_link BOOLEAN NOT NULL DEFAULT FALSE AFTER what,
  -- Who brought it in by a file: it is what the file says, and nothing that was seen here.
  ADD COLUMN imported_by UUID NULL AFTER by_link,
  -- Ten minutes: looks that follow each other are one. NULL for what is no look.
  ADD COLUMN slot INT UNSIGNED NULL AFTER imported_by,
  ADD UNIQUE KEY audit_slot (academy_id, student_id, instructor_id, action, what, by_link, slot);

ALTER TABLE check_version
  -- Who brought it in by a file, and not by a save of the instructor it names.
  ADD COLUMN imported_by UUID NULL AFTER instructor_id;

ALTER TABLE guardian_consent
  -- NULL: it came in by a file, and counts when a head has confirmed it.
  ADD COLUMN confirmed_at DATETIME(3) NULL AFTER recorded_at;
UPDATE guardian_consent SET confirmed_at = recorded_at;

ALTER TABLE academy_event
  MODIFY COLUMN action ENUM('exported', 'table-exported', 'imported', 'readings-imported', 'suspended', 'let-in',
                            'retention-set', 'invited', 'invitation-closed', 'consent-confirmed') NOT NULL;
