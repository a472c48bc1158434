-- A letter is written in the transaction that makes what it opens, and goes out after it.

ALTER TABLE post_box
  ADD COLUMN created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3) AFTER body;
UPDATE post_box SET created_at = sent_at;

ALTER TABLE post_box
  -- NULL: not yet.
  MODIFY COLUMN sent_at DATETIME(3) NULL DEFAULT NULL,
  ADD COLUMN tries SMALLINT UNSIGNED NOT NULL DEFAULT 0,
  -- NULL: it has gone out, or was given up.
  ADD COLUMN next_try_at DATETIME(3) NULL,
  -- What it opens. The secret is made when the letter goes out, and is stored nowhere.
  ADD COLUMN opens ENUM('one-time-link', 'student-link') NULL,
  ADD COLUMN link_id UUID NULL,
  -- Where it opens, but for the secret.
  ADD COLUMN address VARCHAR(300) NULL,
  DROP KEY post_by_time,
  ADD KEY post_by_time (academy_id, created_at),
  ADD KEY post_to_go (next_try_at);

ALTER TABLE student_link
  -- The secret that went out by letter; the other one is shown to the instructor at once.
  ADD COLUMN letter_hash BINARY(32) NULL AFTER token_hash,
  ADD UNIQUE KEY link_by_letter (letter_hash);

ALTER TABLE lease
  MODIFY COLUMN name VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  ADD COLUMN holder UUID NULL,
  ADD COLUMN until DATETIME(3) NULL;
