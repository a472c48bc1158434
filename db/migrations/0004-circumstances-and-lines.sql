-- Under which circumstances a set-up was made, and its lines as rows: Progress asks per student, line, circumstances
-- and club group over time, and must not open every document for it.

ALTER TABLE check_version
  -- All NULL where they were not recorded; such a check is never compared.
  ADD COLUMN phase ENUM('baseline', 'coached', 'after-balls', 'test') NULL AFTER result,
  ADD COLUMN help ENUM('blind', 'cued', 'rods') NULL AFTER phase,
  ADD COLUMN place_kind ENUM('hall', 'range', 'course', 'home') NULL AFTER help,
  ADD COLUMN reader ENUM('instructor', 'student', 'partner') NULL AFTER place_kind;

-- One row per line of the newest version of every check, written with it in one transaction.
CREATE TABLE measured_line (
  academy_id UUID NOT NULL,
  check_id UUID NOT NULL,
  line ENUM('face', 'toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes') NOT NULL,
  student_id UUID NOT NULL,
  club_group ENUM('wedge', 'short-iron', 'mid-iron', 'long-iron', 'fairway-wood', 'driver') NULL,
  phase ENUM('baseline', 'coached', 'after-balls', 'test') NULL,
  help ENUM('blind', 'cued', 'rods') NULL,
  place_kind ENUM('hall', 'range', 'course', 'home') NULL,
  reader ENUM('instructor', 'student', 'partner') NULL,
  -- φ, degrees, and its standard uncertainties without and of the target line.
  handed_azimuth_deg DOUBLE NOT NULL,
  measurement_uncertainty_deg DOUBLE NOT NULL,
  target_line_uncertainty_deg DOUBLE NOT NULL,
  conformance_probability DOUBLE NULL,
  verdict ENUM('in', 'out', 'cannot-tell') NULL,
  PRIMARY KEY (academy_id, check_id, line),
  KEY line_of_student (academy_id, student_id, line, club_group),
  CONSTRAINT measured_line_check FOREIGN KEY (academy_id, check_id) REFERENCES setup_check (academy_id, id)
);

INSERT INTO measured_line
  (academy_id, check_id, line, student_id, club_group, handed_azimuth_deg, measurement_uncertainty_deg,
   target_line_uncertainty_deg, conformance_probability, verdict)
SELECT c.academy_id, c.id, n.line, c.student_id,
       JSON_VALUE(v.document, '$.club.group'),
       JSON_VALUE(v.result, CONCAT('$.lines.', n.line, '.handedAzimuthDeg')),
       JSON_VALUE(v.result, CONCAT('$.lines.', n.line, '.measurementUncertaintyDeg')),
       JSON_VALUE(v.result, '$.targetLineUncertaintyDeg'),
       JSON_VALUE(v.result, CONCAT('$.lines.', n.line, '.conformanceProbability')),
       JSON_VALUE(v.result, CONCAT('$.lines.', n.line, '.verdict'))
FROM setup_check c
JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
JOIN (SELECT 'face' AS line UNION ALL SELECT 'toes' UNION ALL SELECT 'heels' UNION ALL SELECT 'knees'
      UNION ALL SELECT 'hips' UNION ALL SELECT 'shoulders' UNION ALL SELECT 'eyes') n
  ON JSON_EXISTS(v.result, CONCAT('$.lines.', n.line));
