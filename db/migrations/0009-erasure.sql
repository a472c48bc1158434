-- Students who were erased: the fact alone, so that an older backup does not bring them back.

CREATE TABLE erased_student (
  academy_id UUID NOT NULL,
  student_id UUID NOT NULL,
  erased_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  PRIMARY KEY (academy_id, student_id),
  CONSTRAINT erased_academy FOREIGN KEY (academy_id) REFERENCES academy (id)
);

ALTER TABLE audit_entry
  MODIFY COLUMN action ENUM('seen', 'changed', 'deleted', 'restored', 'erased') NOT NULL;
