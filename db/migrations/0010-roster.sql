-- Where every student stands, so that an academy of thousands is sorted and filtered without opening their checks; and
-- instructors who are suspended.

ALTER TABLE instructor
  -- Signs in no more; what they did stays theirs.
  ADD COLUMN suspended_at DATETIME(3) NULL AFTER password_hash;

-- Computed from lessons and checks; standing_due says whose is out of date.
CREATE TABLE student_standing (
  academy_id UUID NOT NULL,
  student_id UUID NOT NULL,
  instructor_id UUID NOT NULL,
  -- Visits; readings at home are none.
  lesson_count INT UNSIGNED NOT NULL,
  last_lesson_on DATE NULL,
  -- The day that was agreed, or three weeks after the last lesson; NULL before the first.
  due_on DATE NULL,
  -- Of the newest check that names one.
  method_id VARCHAR(60) NULL,
  -- How many lines have relapsed at the last cold lesson.
  relapsed TINYINT UNSIGNED NOT NULL,
  PRIMARY KEY (academy_id, student_id),
  KEY standing_by_due (academy_id, due_on, student_id),
  KEY standing_by_last (academy_id, last_lesson_on, student_id),
  KEY standing_by_relapse (academy_id, relapsed, student_id),
  KEY standing_of_instructor (academy_id, instructor_id, due_on, student_id),
  CONSTRAINT standing_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id)
);

-- The newest set-up of each line by club and help.
CREATE TABLE line_standing (
  academy_id UUID NOT NULL,
  student_id UUID NOT NULL,
  line ENUM('face', 'toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes') NOT NULL,
  -- 'none' where the check names no club.
  club_group ENUM('none', 'wedge', 'short-iron', 'mid-iron', 'long-iron', 'fairway-wood', 'driver') NOT NULL,
  help ENUM('blind', 'cued', 'rods') NOT NULL,
  held_on DATE NOT NULL,
  -- φ, degrees.
  handed_azimuth_deg DOUBLE NOT NULL,
  verdict ENUM('in', 'out', 'cannot-tell') NULL,
  -- Of cold lines, where it is of the last lesson.
  flag ENUM('relapse', 'stable') NULL,
  PRIMARY KEY (academy_id, student_id, line, club_group, help),
  KEY cohort (academy_id, line, help, club_group, student_id),
  CONSTRAINT line_standing_student FOREIGN KEY (academy_id, student_id) REFERENCES student (academy_id, id)
);

CREATE TABLE standing_due (
  academy_id UUID NOT NULL,
  student_id UUID NOT NULL,
  PRIMARY KEY (academy_id, student_id)
);

INSERT INTO standing_due (academy_id, student_id) SELECT academy_id, id FROM student;
