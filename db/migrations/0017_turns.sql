-- What one writer at a time may change as a whole: it takes the row, and the next one waits until it is done.
CREATE TABLE IF NOT EXISTS turns (
  name VARCHAR(40) NOT NULL PRIMARY KEY,
  taken BIGINT UNSIGNED NOT NULL DEFAULT 0
) ENGINE = InnoDB;

INSERT IGNORE INTO turns (name) VALUES ('dictionary');
