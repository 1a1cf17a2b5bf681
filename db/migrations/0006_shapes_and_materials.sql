-- The files that models' shapes were read from, each kept once by its hash.
CREATE TABLE shapes (
  hash CHAR(64) NOT NULL PRIMARY KEY,
  name VARCHAR(200) NOT NULL,
  bytes LONGBLOB NOT NULL,
  created_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP
) ENGINE = InnoDB;

-- The office's materials by the name that models give them; `matched` is the name without case, spaces and punctuation.
CREATE TABLE materials (
  matched VARCHAR(120) NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  -- kg/dm³
  density DOUBLE NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1
) ENGINE = InnoDB;
