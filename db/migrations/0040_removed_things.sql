-- What was removed from the office, whole, so that it can be brought back: its rows as JSON, by table. Kept for thirty days.
CREATE TABLE IF NOT EXISTS removed_things (
  number BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  kind VARCHAR(20) NOT NULL,
  thing_id VARCHAR(80) NOT NULL,
  name VARCHAR(300) NOT NULL,
  kept LONGTEXT NOT NULL,
  removed_by CHAR(36) NOT NULL,
  removed_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  KEY removed_things_at (removed_at),
  CONSTRAINT removed_things_account FOREIGN KEY (removed_by) REFERENCES accounts (id)
) ENGINE = InnoDB;
