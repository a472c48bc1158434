-- What the last blind baselines left to watch is kept with where a student stands: a day's sheet opens no documents.

ALTER TABLE student_standing
  -- The newest few, newest first: day of the lesson, and the line to watch with its result; NULL until computed.
  ADD COLUMN last_colds JSON NULL;

INSERT INTO standing_due (academy_id, student_id)
SELECT academy_id, id FROM student WHERE deleted_at IS NULL
ON DUPLICATE KEY UPDATE marks = marks + 1;

-- Rises with every standing that is brought up to date: what was counted from standings holds until then.
CREATE TABLE standing_version (
  academy_id UUID NOT NULL PRIMARY KEY,
  version BIGINT UNSIGNED NOT NULL DEFAULT 0,
  CONSTRAINT version_of_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);
