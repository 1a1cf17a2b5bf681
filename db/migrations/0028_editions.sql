-- What releases and finished drawings froze, as canonical JSON under the SHA-256 of it. A row is never written again.
CREATE TABLE IF NOT EXISTS snapshots (
  hash CHAR(64) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  content LONGTEXT CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL
) ENGINE = InnoDB;

CREATE TABLE IF NOT EXISTS edition_releases (
  edition_id CHAR(36) NOT NULL PRIMARY KEY,
  snapshot CHAR(64) CHARACTER SET ascii NOT NULL,
  -- What is new with it.
  note VARCHAR(1000) NOT NULL,
  -- Why it was released although a finding blocks that.
  reason VARCHAR(300) NULL,
  released_by VARCHAR(120) NOT NULL,
  released_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  -- The office's day from which new drawings are made on it.
  counts_from DATE NOT NULL,
  -- The SHA-256 of the scene of each of its sheets as it was released, by size.
  scenes JSON NOT NULL,
  CONSTRAINT edition_releases_edition FOREIGN KEY (edition_id) REFERENCES editions (id) ON DELETE CASCADE,
  CONSTRAINT edition_releases_snapshot FOREIGN KEY (snapshot) REFERENCES snapshots (hash)
) ENGINE = InnoDB;

-- Which format new drawings are offered first; an empty text stands for every size, project or site.
CREATE TABLE IF NOT EXISTS format_defaults (
  kind ENUM('part', 'assembly') NOT NULL,
  size_name VARCHAR(60) NOT NULL DEFAULT '',
  project_id VARCHAR(80) NOT NULL DEFAULT '',
  site_id VARCHAR(80) NOT NULL DEFAULT '',
  format_id VARCHAR(80) NOT NULL,
  PRIMARY KEY (kind, size_name, project_id, site_id),
  CONSTRAINT format_defaults_format FOREIGN KEY (format_id) REFERENCES formats (id)
) ENGINE = InnoDB;

ALTER TABLE formats
  ADD COLUMN IF NOT EXISTS description VARCHAR(500) NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS category VARCHAR(60) NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS tags JSON NOT NULL DEFAULT '[]';

ALTER TABLE editions
  -- The format that is to be used instead of a withdrawn edition.
  ADD COLUMN IF NOT EXISTS successor VARCHAR(80) NULL,
  ADD CONSTRAINT editions_successor FOREIGN KEY IF NOT EXISTS (successor) REFERENCES formats (id) ON DELETE SET NULL;

ALTER TABLE drawings
  -- NULL: a trial drawing on an open edition, which goes when that is released.
  MODIFY COLUMN number VARCHAR(60) NULL,
  -- What a finished drawing printed.
  ADD COLUMN IF NOT EXISTS frozen CHAR(64) CHARACTER SET ascii NULL AFTER finished_with,
  ADD CONSTRAINT drawings_frozen FOREIGN KEY IF NOT EXISTS (frozen) REFERENCES snapshots (hash);

-- An edition that drawings hang on is released as it stands; its snapshot is made when Zonograph starts.
UPDATE editions SET state = 'released', updated_at = updated_at
WHERE state = 'open' AND (id IN (SELECT edition_id FROM drawings) OR id IN (SELECT edition_id FROM drawing_sheets WHERE edition_id IS NOT NULL));

-- Every save of an open edition with the way back to what it was before (RFC 6902), so that undo and earlier states live on the server.
CREATE TABLE IF NOT EXISTS edition_steps (
  edition_id CHAR(36) NOT NULL,
  -- The version that the save made.
  version INT UNSIGNED NOT NULL,
  sitting CHAR(36) NOT NULL,
  account_id CHAR(36) NOT NULL,
  words JSON NOT NULL,
  back JSON NOT NULL,
  done_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  PRIMARY KEY (edition_id, version),
  KEY edition_steps_sitting (sitting),
  CONSTRAINT edition_steps_edition FOREIGN KEY (edition_id) REFERENCES editions (id) ON DELETE CASCADE,
  CONSTRAINT edition_steps_account FOREIGN KEY (account_id) REFERENCES accounts (id)
) ENGINE = InnoDB;
