-- What belongs to a set-up beside its readings, and an academy's own methods.

ALTER TABLE check_version
  -- Felt aim, guess, chosen priority, other items, ball and stance, the look; NULL where nothing was noted.
  ADD COLUMN record JSON NULL AFTER rebase;

CREATE TABLE method_profile (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  -- Also the profile's version: a check that was judged by it spells its parts out and never changes with it.
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  name VARCHAR(80) NOT NULL,
  -- A lotrecht-method document. Read and written whole.
  document JSON NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY method_by_name (academy_id, deleted_at, name, id),
  CONSTRAINT method_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);
