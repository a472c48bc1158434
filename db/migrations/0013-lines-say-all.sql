-- A line says by what it was judged, what was felt, and whether it was kept against a question: no list over time opens
-- a document for it.

ALTER TABLE measured_line
  ADD COLUMN tolerance_low_deg DOUBLE NULL AFTER verdict,
  ADD COLUMN tolerance_high_deg DOUBLE NULL AFTER tolerance_low_deg,
  -- Where the student felt aimed, degrees from the target, right positive.
  ADD COLUMN felt_deg DOUBLE NULL AFTER tolerance_high_deg,
  -- It was asked about, and kept: it flags nothing.
  ADD COLUMN doubted BOOLEAN NOT NULL DEFAULT FALSE AFTER felt_deg;

UPDATE measured_line m
JOIN setup_check c ON c.academy_id = m.academy_id AND c.id = m.check_id
JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
SET m.tolerance_low_deg = JSON_VALUE(v.result, CONCAT('$.lines.', m.line, '.toleranceDeg[0]')),
    m.tolerance_high_deg = JSON_VALUE(v.result, CONCAT('$.lines.', m.line, '.toleranceDeg[1]')),
    m.felt_deg = JSON_VALUE(v.record, '$.feltDeg');
