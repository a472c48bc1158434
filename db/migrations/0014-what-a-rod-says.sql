-- What an instructor measured of a rod was told of its ends; it is told of its two contacts with the body now. The old
-- values say nothing of those and are forgotten: the shipped ones stand until a study is made again.

UPDATE instructor_settings
SET settings = JSON_REMOVE(settings, '$.landmarksMm."toes.rod"', '$.landmarksMm."heels.rod"',
  '$.landmarksMm."knees.rod"', '$.landmarksMm."hips.rod"', '$.landmarksMm."shoulders.rod"',
  '$.landmarksMm."eyes.rod"', '$.landmarksMm."face.rod"')
WHERE JSON_EXISTS(settings, '$.landmarksMm');
