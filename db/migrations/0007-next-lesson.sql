-- When a student is expected again, as it was said at the end of a lesson.

ALTER TABLE lesson
  ADD COLUMN next_on DATE NULL AFTER held_on;
