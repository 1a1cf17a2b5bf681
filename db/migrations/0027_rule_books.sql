-- House rule books: each derives from a shipped one or from another, and says what differs. Profiles name their book in their document.
CREATE TABLE IF NOT EXISTS rule_books (
  id VARCHAR(80) NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  document JSON NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1
) ENGINE = InnoDB;

-- What a job that counts findings has met: by check, of each format and each drawing.
CREATE TABLE IF NOT EXISTS rule_counts (
  job_id CHAR(36) NOT NULL,
  rule_check VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
  thing VARCHAR(8) CHARACTER SET ascii NOT NULL,
  thing_id VARCHAR(80) NOT NULL,
  found INT UNSIGNED NOT NULL,
  added INT UNSIGNED NOT NULL DEFAULT 0,
  settled INT UNSIGNED NOT NULL DEFAULT 0,
  -- Of found, or of added and settled: what the list goes by.
  rank_by INT UNSIGNED NOT NULL,
  cases JSON NOT NULL,
  PRIMARY KEY (job_id, rule_check, thing, thing_id),
  KEY rule_counts_worst (job_id, rule_check, rank_by, thing, thing_id),
  CONSTRAINT rule_counts_job FOREIGN KEY (job_id) REFERENCES jobs (id) ON DELETE CASCADE
) ENGINE = InnoDB;

-- Profiles that said capitals only, or a least clear area, get a house book that says so.
INSERT IGNORE INTO rule_books (id, name, document)
SELECT CONCAT('of-', LEFT(id, 70)), LEFT(CONCAT('Rules of ', name), 120),
  JSON_MERGE_PATCH(
    JSON_OBJECT('version', 1, 'house', JSON_ARRAY(), 'changes', JSON_OBJECT(), 'from',
      IF(JSON_VALUE(document, '$.standard') = 'ASME' OR LOWER(COALESCE(JSON_VALUE(document, '$.values."units-note"'), '')) LIKE '%inch%', 'asme', 'iso')),
    IF(LOWER(COALESCE(JSON_VALUE(document, '$.values.capitals'), JSON_VALUE(document, '$.values.Capitals'), '')) IN ('yes', 'true', '1'),
      '{"changes": {"small letters": {"weight": "note", "why": "The profile said that this office writes capitals"}}}', '{}'),
    IF(COALESCE(JSON_VALUE(document, '$.values."least-clear-area"'), '') REGEXP '^[0-9]{1,2}([.][0-9]+)?$',
      CONCAT('{"changes": {"little clear area": {"limits": {"share": ', COALESCE(JSON_VALUE(document, '$.values."least-clear-area"'), 40),
        '}, "why": "The profile said so"}}}'), '{}'))
FROM profiles
WHERE LOWER(COALESCE(JSON_VALUE(document, '$.values.capitals'), JSON_VALUE(document, '$.values.Capitals'), '')) IN ('yes', 'true', '1')
  OR COALESCE(JSON_VALUE(document, '$.values."least-clear-area"'), '') REGEXP '^[0-9]{1,2}([.][0-9]+)?$';

UPDATE profiles JOIN rule_books ON rule_books.id = CONCAT('of-', LEFT(profiles.id, 70))
SET profiles.document = JSON_SET(profiles.document, '$.rules', rule_books.id);

UPDATE profile_revisions JOIN rule_books ON rule_books.id = CONCAT('of-', LEFT(profile_revisions.profile_id, 70))
SET profile_revisions.document = JSON_SET(profile_revisions.document, '$.rules', rule_books.id);
