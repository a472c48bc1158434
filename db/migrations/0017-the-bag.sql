-- A student's own clubs, by name and group.

CREATE TABLE club (
  academy_id UUID NOT NULL,
  id UUID NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 1,
  student_id UUID NOT NULL,
  name VARCHAR(60) NOT NULL,
  club_group ENUM('wedge', 'short-iron', 'mid-iron', 'long-iron', 'fairway-wood', 'driver') NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT UTC_TIMESTAMP(3),
  deleted_at DATETIME(3) NULL,
  PRIMARY KEY (academy_id, id),
  KEY club_of_student (academy_id, student_id, deleted_at, name),
  CONSTRAINT club_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id)
);
