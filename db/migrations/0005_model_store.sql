-- The office's model store as it was last heard: one row, and one for each model that is followed from it.
CREATE TABLE store_state (
  id TINYINT UNSIGNED NOT NULL PRIMARY KEY,
  -- When it was last asked, and last answered sensibly.
  asked_at TIMESTAMP(3) NULL,
  answered_at TIMESTAMP(3) NULL,
  -- Why the last answer could not be used; null when it could.
  trouble VARCHAR(500) NULL
) ENGINE = InnoDB;

CREATE TABLE store_models (
  specimen_id VARCHAR(80) NOT NULL PRIMARY KEY,
  etag VARCHAR(120) NOT NULL,
  -- When its values were last taken over, and what changed then, in words.
  changed_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  changes JSON NOT NULL,
  CONSTRAINT store_models_specimen FOREIGN KEY (specimen_id) REFERENCES specimens (id)
) ENGINE = InnoDB;
