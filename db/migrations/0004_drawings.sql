-- How the office numbers its drawings: the prefix, then a number of so many digits; `next` is the next free one.
CREATE TABLE numbering (
  id VARCHAR(40) NOT NULL PRIMARY KEY,
  prefix VARCHAR(20) NOT NULL,
  digits TINYINT UNSIGNED NOT NULL,
  next INT UNSIGNED NOT NULL
) ENGINE = InnoDB;

-- The register: each drawing with its model, its format's edition, and what was answered on it.
CREATE TABLE drawings (
  id CHAR(36) NOT NULL PRIMARY KEY,
  number VARCHAR(60) NOT NULL,
  edition_id CHAR(36) NOT NULL,
  specimen_id VARCHAR(80) NOT NULL,
  variant VARCHAR(80) NULL,
  size_id VARCHAR(60) NOT NULL,
  -- By the asked value's key; overruled linked values by property id.
  answers JSON NOT NULL,
  overruled JSON NOT NULL,
  state ENUM('in work', 'finished') NOT NULL DEFAULT 'in work',
  -- Hash of what the model gave when the drawing was finished.
  finished_with CHAR(64) NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  made_by CHAR(36) NOT NULL,
  created_at TIMESTAMP(6) NOT NULL DEFAULT CURRENT_TIMESTAMP(6),
  updated_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP ON UPDATE CURRENT_TIMESTAMP,
  UNIQUE KEY drawings_number (number),
  CONSTRAINT drawings_edition FOREIGN KEY (edition_id) REFERENCES editions (id),
  CONSTRAINT drawings_specimen FOREIGN KEY (specimen_id) REFERENCES specimens (id),
  CONSTRAINT drawings_account FOREIGN KEY (made_by) REFERENCES accounts (id)
) ENGINE = InnoDB;
