-- Drafting profiles as documents with revisions. They were places of values, and what was filled with them had a decimal mark of its
-- own; where that was not the profile's, a profile with that mark is made beside it, so that nothing prints otherwise.
CREATE TABLE IF NOT EXISTS profiles (
  id VARCHAR(80) NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  document JSON NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1
) ENGINE = InnoDB;

-- Released states of profiles: they stay as they are.
CREATE TABLE IF NOT EXISTS profile_revisions (
  profile_id VARCHAR(80) NOT NULL,
  number INT UNSIGNED NOT NULL,
  document JSON NOT NULL,
  why VARCHAR(300) NOT NULL,
  released_by VARCHAR(120) NOT NULL,
  released_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP,
  PRIMARY KEY (profile_id, number),
  CONSTRAINT profile_revisions_profile FOREIGN KEY (profile_id) REFERENCES profiles (id) ON DELETE CASCADE
) ENGINE = InnoDB;

CREATE TABLE IF NOT EXISTS profile_marks (
  profile_id VARCHAR(80) NOT NULL,
  mark CHAR(1) NOT NULL,
  uses INT UNSIGNED NOT NULL,
  PRIMARY KEY (profile_id, mark)
) ENGINE = InnoDB;

INSERT IGNORE INTO profile_marks (profile_id, mark, uses)
SELECT profile_id, mark, SUM(uses) FROM (
  SELECT profile_id, COALESCE(JSON_VALUE(proof_settings, '$.decimalMark'), ',') AS mark, 1000000 AS uses FROM formats
  UNION ALL
  SELECT profile_id, decimal_mark AS mark, 1 AS uses FROM drawings
) AS every_use
GROUP BY profile_id, mark;

INSERT IGNORE INTO profiles (id, name, document)
SELECT id, name, CONCAT('{"version": 1, "byName": ', IF(data_version < 2, 'true', 'false'), ', "mark": ',
  COALESCE((SELECT CONCAT('"', mark, '"') FROM profile_marks WHERE profile_id = value_places.id ORDER BY uses DESC, mark LIMIT 1), 'null'),
  ', "values": ', value_list, '}')
FROM value_places WHERE source = 'profile';

INSERT IGNORE INTO profiles (id, name, document)
SELECT CONCAT(LEFT(profiles.id, 72), IF(mark = ',', '-comma', '-point')),
  CONCAT(LEFT(name, 100), IF(mark = ',', ', decimal comma', ', decimal point')),
  JSON_SET(document, '$.mark', mark)
FROM profile_marks JOIN profiles ON profiles.id = profile_id
WHERE mark <> JSON_VALUE(document, '$.mark');

ALTER TABLE formats DROP FOREIGN KEY IF EXISTS formats_profile;
ALTER TABLE drawings DROP FOREIGN KEY IF EXISTS drawings_profile;

UPDATE formats JOIN profiles ON profiles.id = formats.profile_id
SET formats.profile_id = CONCAT(LEFT(profiles.id, 72), IF(JSON_VALUE(proof_settings, '$.decimalMark') = ',', '-comma', '-point'))
WHERE JSON_VALUE(proof_settings, '$.decimalMark') <> JSON_VALUE(profiles.document, '$.mark');

UPDATE drawings JOIN profiles ON profiles.id = drawings.profile_id
SET drawings.profile_id = CONCAT(LEFT(profiles.id, 72), IF(drawings.decimal_mark = ',', '-comma', '-point'))
WHERE drawings.decimal_mark <> JSON_VALUE(profiles.document, '$.mark');

UPDATE formats SET proof_settings = JSON_REMOVE(proof_settings, '$.decimalMark');

ALTER TABLE formats
  ADD CONSTRAINT formats_drafting_profile FOREIGN KEY IF NOT EXISTS (profile_id) REFERENCES profiles (id);
ALTER TABLE drawings
  -- The revision of the profile that a finished drawing was finished with; one in work follows the newest.
  ADD COLUMN IF NOT EXISTS profile_revision INT UNSIGNED NULL AFTER profile_id,
  ADD CONSTRAINT drawings_drafting_profile FOREIGN KEY IF NOT EXISTS (profile_id) REFERENCES profiles (id);
ALTER TABLE drawings DROP COLUMN IF EXISTS decimal_mark;

INSERT IGNORE INTO profile_revisions (profile_id, number, document, why, released_by)
SELECT id, 1, document, 'As it was used before profiles had revisions', '' FROM profiles;

UPDATE drawings SET profile_revision = 1 WHERE state = 'finished';

DELETE FROM value_places WHERE source = 'profile';
DROP TABLE IF EXISTS profile_marks;
