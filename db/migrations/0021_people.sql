-- Who signs the office's drawings.
CREATE TABLE IF NOT EXISTS people (
  id CHAR(36) NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  initials VARCHAR(8) NOT NULL,
  email VARCHAR(200) NOT NULL,
  may_create TINYINT(1) NOT NULL,
  may_check TINYINT(1) NOT NULL,
  may_approve TINYINT(1) NOT NULL,
  has_left TINYINT(1) NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  UNIQUE KEY people_name (name)
) ENGINE = InnoDB;
