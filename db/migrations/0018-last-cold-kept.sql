-- What the last blind baseline left to watch is kept with where a student stands: a day's sheet opens no documents.

ALTER TABLE student_standing
  -- Day of the lesson; NULL without a baseline.
  ADD COLUMN cold_on DATE NULL,
  -- The line to watch and its result, as the sheet shows it; NULL where nothing stood out.
  ADD COLUMN cold_watch JSON NULL;

INSERT INTO standing_due (academy_id, student_id)
SELECT academy_id, id FROM student WHERE deleted_at IS NULL
ON DUPLICATE KEY UPDATE marks = marks + 1;
