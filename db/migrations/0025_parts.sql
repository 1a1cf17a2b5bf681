-- Blocks kept by name, to be put into any format.
CREATE TABLE IF NOT EXISTS parts (
  id CHAR(36) NOT NULL PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  document JSON NOT NULL,
  made_by CHAR(36) NOT NULL,
  created_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP,
  UNIQUE KEY parts_name (name),
  CONSTRAINT parts_account FOREIGN KEY (made_by) REFERENCES accounts (id)
) ENGINE = InnoDB;
