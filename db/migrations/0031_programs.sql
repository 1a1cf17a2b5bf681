-- Other programs that may ask for released formats and sheets of them, each by a token of its own, of which only the hash is kept.
CREATE TABLE IF NOT EXISTS programs (
  id CHAR(36) NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  token_hash CHAR(64) NOT NULL,
  made_by CHAR(36) NOT NULL,
  made_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  last_used TIMESTAMP(3) NULL,
  UNIQUE KEY programs_name (name),
  UNIQUE KEY programs_token (token_hash),
  CONSTRAINT programs_account FOREIGN KEY (made_by) REFERENCES accounts (id)
) ENGINE = InnoDB;
