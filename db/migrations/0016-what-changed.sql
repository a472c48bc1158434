-- What was changed, in one order for each academy: devices and standings follow it. Written in the transaction that
-- changes; numbered when it is first asked for, so that nobody waits for anybody to save.

CREATE TABLE record_change (
  academy_id UUID NOT NULL,
  change_id UUID NOT NULL,
  -- NULL until someone asks what has changed.
  sequence BIGINT UNSIGNED NULL,
  kind VARCHAR(24) NOT NULL,
  id UUID NOT NULL,
  -- What it has been changed to; NULL for what has none.
  revision INT UNSIGNED NULL,
  -- Whose it is; NULL for what is the academy's own.
  student_id UUID NULL,
  action ENUM('changed', 'deleted', 'restored', 'moved', 'erased') NOT NULL,
  instructor_id UUID NOT NULL,
  -- Of a student who moved: the instructor who had them, and has to let go.
  had_by UUID NULL,
  at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  PRIMARY KEY (academy_id, change_id),
  UNIQUE KEY change_in_order (academy_id, sequence),
  KEY change_of_student (academy_id, student_id),
  KEY change_by_age (at)
);

CREATE TABLE change_count (
  academy_id UUID NOT NULL PRIMARY KEY,
  -- The last number that was given.
  last BIGINT UNSIGNED NOT NULL DEFAULT 0,
  -- Changes up to this one are told no more: whoever knows less begins anew.
  forgotten BIGINT UNSIGNED NOT NULL DEFAULT 0,
  CONSTRAINT count_of_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);

-- A mark that is set again changes its row: a second server that is about to take it away is told so.
ALTER TABLE standing_due ADD COLUMN marks INT UNSIGNED NOT NULL DEFAULT 1;

-- What was looked at or changed has the name of its kind, and kinds are not the database's to list.
ALTER TABLE audit_entry MODIFY COLUMN what VARCHAR(24) NOT NULL DEFAULT 'student';
