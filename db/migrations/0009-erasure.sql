-- Students who were erased: the fact alone, so that an older backup does not bring them back. Letters know whom they
-- are about, so that they go with them.

CREATE TABLE erased_student (
  academy_id UUID NOT NULL,
  student_id UUID NOT NULL,
  erased_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  PRIMARY KEY (academy_id, student_id),
  CONSTRAINT erased_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);

ALTER TABLE audit_entry
  MODIFY COLUMN action ENUM('seen', 'changed', 'deleted', 'restored', 'erased') NOT NULL;

ALTER TABLE post_box
  -- NULL: about nobody's student.
  ADD COLUMN student_id UUID NULL AFTER id,
  ADD KEY post_about_student (academy_id, student_id);

-- Letters of earlier versions went to those a link was sent to, and about nothing else.
UPDATE post_box p
JOIN (SELECT academy_id, recipient, MIN(student_id) AS student_id FROM student_link
      GROUP BY academy_id, recipient HAVING COUNT(DISTINCT student_id) = 1) l
  ON l.academy_id = p.academy_id AND l.recipient = p.recipient
SET p.student_id = l.student_id;

ALTER TABLE academy
  -- After so many months without a lesson a student's data is to be erased; NULL: kept until asked.
  ADD COLUMN retention_months SMALLINT UNSIGNED NULL AFTER name;
