-- Who may sign in, and as what. An account without a name to sign in by is the application's own.
ALTER TABLE accounts
  MODIFY COLUMN role ENUM('reader', 'drafter', 'checker', 'administrator') NOT NULL,
  ADD COLUMN IF NOT EXISTS sign_in_name VARCHAR(60) NULL,
  ADD COLUMN IF NOT EXISTS password VARCHAR(200) NULL,
  -- The password was set by an administrator: whoever signs in chooses one first.
  ADD COLUMN IF NOT EXISTS must_choose TINYINT(1) NOT NULL DEFAULT 0,
  ADD COLUMN IF NOT EXISTS is_removed TINYINT(1) NOT NULL DEFAULT 0,
  ADD COLUMN IF NOT EXISTS version INT UNSIGNED NOT NULL DEFAULT 1,
  ADD UNIQUE KEY IF NOT EXISTS accounts_sign_in_name (sign_in_name);

-- Who is signed in, from where. Of the token in the cookie only its hash is known here.
CREATE TABLE IF NOT EXISTS sign_ins (
  id CHAR(36) NOT NULL PRIMARY KEY,
  account_id CHAR(36) NOT NULL,
  token_hash CHAR(64) NOT NULL,
  address VARCHAR(60) NOT NULL,
  program VARCHAR(200) NOT NULL,
  begun_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP,
  seen_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP,
  UNIQUE KEY sign_ins_token (token_hash),
  KEY sign_ins_account (account_id),
  CONSTRAINT sign_ins_account FOREIGN KEY (account_id) REFERENCES accounts (id) ON DELETE CASCADE
) ENGINE = InnoDB;

-- Tries to sign in that have not succeeded, as long as they count.
CREATE TABLE IF NOT EXISTS sign_in_tries (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sign_in_name VARCHAR(60) NOT NULL,
  address VARCHAR(60) NOT NULL,
  tried_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  KEY sign_in_tries_name (sign_in_name, tried_at),
  KEY sign_in_tries_address (address, tried_at)
) ENGINE = InnoDB;
