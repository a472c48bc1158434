-- What a sheet shows of a student stands in the one row of where they stand: a page of them reads no more than it shows.

ALTER TABLE student_standing
  -- What the cold lines say at the last lesson: code, line, clubGroup, date.
  ADD COLUMN line_flags JSON NULL,
  ADD COLUMN last_lesson_id UUID NULL,
  -- Checks of the last lesson.
  ADD COLUMN last_lesson_checks INT UNSIGNED NOT NULL DEFAULT 0;

UPDATE student_standing t SET
  t.line_flags = (
    SELECT CONCAT('[', GROUP_CONCAT(JSON_OBJECT('code', n.flag, 'line', n.line,
      'clubGroup', NULLIF(n.club_group, 'none'), 'date', n.held_on) ORDER BY n.line, n.club_group), ']')
    FROM line_standing n
    WHERE n.academy_id = t.academy_id AND n.student_id = t.student_id AND n.flag IS NOT NULL),
  t.last_lesson_id = (
    SELECT l.id FROM lesson l
    WHERE l.academy_id = t.academy_id AND l.student_id = t.student_id AND l.kind = 'lesson' AND l.deleted_at IS NULL
    ORDER BY l.held_on DESC, l.id DESC LIMIT 1);

UPDATE student_standing t SET
  t.last_lesson_checks = (
    SELECT COUNT(*) FROM setup_check c
    WHERE c.academy_id = t.academy_id AND c.lesson_id = t.last_lesson_id AND c.deleted_at IS NULL)
WHERE t.last_lesson_id IS NOT NULL;
