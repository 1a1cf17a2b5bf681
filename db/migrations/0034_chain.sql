-- What was released, signed and finished, in the order in which it was: each entry names the one before it of its subject, and is sealed
-- with a secret that the database does not have. The head counts and seals them all, so that a missing end is seen.
CREATE TABLE IF NOT EXISTS chained (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  subject VARCHAR(120) NOT NULL,
  number INT UNSIGNED NOT NULL,
  content LONGTEXT CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  key_id CHAR(8) CHARACTER SET ascii NOT NULL,
  seal CHAR(64) CHARACTER SET ascii NOT NULL,
  UNIQUE KEY chained_subject (subject, number)
) ENGINE = InnoDB;

CREATE TABLE IF NOT EXISTS chain_head (
  id TINYINT NOT NULL PRIMARY KEY DEFAULT 1,
  entries BIGINT UNSIGNED NOT NULL,
  key_id CHAR(8) CHARACTER SET ascii NOT NULL,
  seal CHAR(64) CHARACTER SET ascii NOT NULL
) ENGINE = InnoDB;

INSERT IGNORE INTO chain_head (id, entries, key_id, seal) VALUES (1, 0, '', '');
