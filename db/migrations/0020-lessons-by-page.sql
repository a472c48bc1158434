-- A student's lessons come by page, newest first: in the order of an index, whatever there are.

ALTER TABLE lesson
  DROP KEY lesson_of_student,
  ADD KEY lesson_of_student (academy_id, student_id, deleted_at, held_on, created_at, id);
