-- What new drawings begin with: sheets and views for each kind of model.
CREATE TABLE IF NOT EXISTS starters (
  id CHAR(36) NOT NULL PRIMARY KEY,
  made_by CHAR(36) NOT NULL,
  created_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  CONSTRAINT starters_account FOREIGN KEY (made_by) REFERENCES accounts (id)
) ENGINE = InnoDB;

CREATE TABLE IF NOT EXISTS starter_editions (
  id CHAR(36) NOT NULL PRIMARY KEY,
  starter_id CHAR(36) NOT NULL,
  number INT UNSIGNED NOT NULL,
  state ENUM('open', 'released', 'withdrawn') NOT NULL DEFAULT 'open',
  version INT UNSIGNED NOT NULL DEFAULT 1,
  document JSON NOT NULL,
  -- What is new with it.
  note VARCHAR(1000) NOT NULL DEFAULT '',
  changed_by CHAR(36) NOT NULL,
  changed_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  released_at TIMESTAMP(3) NULL,
  UNIQUE KEY starter_editions_number (starter_id, number),
  CONSTRAINT starter_editions_starter FOREIGN KEY (starter_id) REFERENCES starters (id) ON DELETE CASCADE,
  CONSTRAINT starter_editions_account FOREIGN KEY (changed_by) REFERENCES accounts (id)
) ENGINE = InnoDB;

-- Which starter new drawings of a kind of model are offered first.
CREATE TABLE IF NOT EXISTS starter_defaults (
  kind ENUM('part', 'assembly') NOT NULL PRIMARY KEY,
  starter_id CHAR(36) NOT NULL,
  CONSTRAINT starter_defaults_starter FOREIGN KEY (starter_id) REFERENCES starters (id) ON DELETE CASCADE
) ENGINE = InnoDB;
