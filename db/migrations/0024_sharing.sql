-- Who made a format; formats from before that have nobody.
ALTER TABLE formats
  ADD COLUMN IF NOT EXISTS made_by CHAR(36) NULL,
  ADD CONSTRAINT FOREIGN KEY IF NOT EXISTS formats_account (made_by) REFERENCES accounts (id);

-- Accounts under one name, to which formats are limited together.
CREATE TABLE IF NOT EXISTS account_groups (
  id CHAR(36) NOT NULL PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  UNIQUE KEY account_groups_name (name)
) ENGINE = InnoDB;

CREATE TABLE IF NOT EXISTS group_members (
  group_id CHAR(36) NOT NULL,
  account_id CHAR(36) NOT NULL,
  PRIMARY KEY (group_id, account_id),
  CONSTRAINT group_members_group FOREIGN KEY (group_id) REFERENCES account_groups (id) ON DELETE CASCADE,
  CONSTRAINT group_members_account FOREIGN KEY (account_id) REFERENCES accounts (id) ON DELETE CASCADE
) ENGINE = InnoDB;

-- By whom a format is used and changed; one of which nothing stands here, by everybody whose role may.
CREATE TABLE IF NOT EXISTS format_limits (
  format_id VARCHAR(80) NOT NULL,
  what ENUM('use', 'change') NOT NULL,
  account_id CHAR(36) NULL,
  group_id CHAR(36) NULL,
  KEY format_limits_format (format_id, what),
  CONSTRAINT format_limits_format FOREIGN KEY (format_id) REFERENCES formats (id) ON DELETE CASCADE,
  CONSTRAINT format_limits_account FOREIGN KEY (account_id) REFERENCES accounts (id) ON DELETE CASCADE,
  CONSTRAINT format_limits_group FOREIGN KEY (group_id) REFERENCES account_groups (id) ON DELETE CASCADE
) ENGINE = InnoDB;
