-- The office: its people, what it owns, its projects and drafting profiles.
CREATE TABLE accounts (
  id CHAR(36) NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  role ENUM('administrator', 'drafter') NOT NULL,
  created_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP
) ENGINE = InnoDB;

-- Where values other than a model's come from, one row a place: the organisation, a project, a drafting profile, a drawing
-- to prove formats with.
CREATE TABLE value_places (
  id VARCHAR(80) NOT NULL PRIMARY KEY,
  source ENUM('organisation', 'project', 'profile', 'drawing') NOT NULL,
  name VARCHAR(120) NOT NULL,
  value_list JSON NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1
) ENGINE = InnoDB;

-- The property dictionary.
CREATE TABLE properties (
  id VARCHAR(80) NOT NULL PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  source VARCHAR(20) NOT NULL,
  definition JSON NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  position INT UNSIGNED NOT NULL,
  UNIQUE KEY properties_name (name)
) ENGINE = InnoDB;

CREATE TABLE specimens (
  id VARCHAR(80) NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  model ENUM('part', 'assembly') NOT NULL,
  document JSON NOT NULL,
  hash CHAR(64) NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1
) ENGINE = InnoDB;

-- The shelf of formats and their editions. An edition's document is frozen once it is released.
CREATE TABLE formats (
  id VARCHAR(80) NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  profile_id VARCHAR(80) NOT NULL,
  sample_id VARCHAR(80) NOT NULL,
  project_id VARCHAR(80) NOT NULL,
  -- Day, locale and scale the format is proved with.
  proof_settings JSON NOT NULL,
  created_at TIMESTAMP(6) NOT NULL DEFAULT CURRENT_TIMESTAMP(6),
  UNIQUE KEY formats_name (name),
  CONSTRAINT formats_profile FOREIGN KEY (profile_id) REFERENCES value_places (id),
  CONSTRAINT formats_sample FOREIGN KEY (sample_id) REFERENCES value_places (id),
  CONSTRAINT formats_project FOREIGN KEY (project_id) REFERENCES value_places (id)
) ENGINE = InnoDB;

CREATE TABLE editions (
  id CHAR(36) NOT NULL PRIMARY KEY,
  format_id VARCHAR(80) NOT NULL,
  number INT UNSIGNED NOT NULL,
  state ENUM('open', 'released', 'withdrawn') NOT NULL,
  document JSON NOT NULL,
  hash CHAR(64) NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  updated_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP ON UPDATE CURRENT_TIMESTAMP,
  updated_by CHAR(36) NULL,
  UNIQUE KEY editions_number (format_id, number),
  CONSTRAINT editions_format FOREIGN KEY (format_id) REFERENCES formats (id),
  CONSTRAINT editions_account FOREIGN KEY (updated_by) REFERENCES accounts (id)
) ENGINE = InnoDB;

-- What was changed of the office's standards, one row for a person, a subject and a sitting.
CREATE TABLE audit (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  account_id CHAR(36) NOT NULL,
  subject VARCHAR(120) NOT NULL,
  sitting CHAR(36) NOT NULL,
  words VARCHAR(500) NOT NULL,
  changes INT UNSIGNED NOT NULL DEFAULT 1,
  first_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP,
  last_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP ON UPDATE CURRENT_TIMESTAMP,
  UNIQUE KEY audit_sitting (account_id, subject, sitting),
  CONSTRAINT audit_account FOREIGN KEY (account_id) REFERENCES accounts (id)
) ENGINE = InnoDB;
