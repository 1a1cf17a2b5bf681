-- Drawings are moved to other editions, formats, models and profile revisions: they keep aside what they no longer print, and each move is
-- kept with what was before, by which it is undone.
ALTER TABLE drawings
  ADD COLUMN IF NOT EXISTS aside JSON NOT NULL DEFAULT '[]' AFTER items;

CREATE TABLE IF NOT EXISTS drawing_moves (
  id CHAR(36) NOT NULL PRIMARY KEY,
  drawing_id CHAR(36) NOT NULL,
  -- The version of the drawing that the move has made.
  version INT UNSIGNED NOT NULL,
  account_id CHAR(36) NOT NULL,
  moved_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP,
  words VARCHAR(500) NOT NULL,
  kept JSON NOT NULL,
  -- The version by which it was undone.
  undone INT UNSIGNED NULL,
  KEY drawing_moves_drawing (drawing_id, version),
  CONSTRAINT drawing_moves_of FOREIGN KEY (drawing_id) REFERENCES drawings (id) ON DELETE CASCADE
);

-- What a drawing was at the end of each sitting and after each act: its data, and what its sheets printed.
CREATE TABLE IF NOT EXISTS drawing_states (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  drawing_id CHAR(36) NOT NULL,
  version INT UNSIGNED NOT NULL,
  occasion VARCHAR(20) NOT NULL,
  words VARCHAR(500) NOT NULL,
  who VARCHAR(120) NOT NULL,
  kept_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP,
  state JSON NOT NULL,
  printed CHAR(64) CHARACTER SET ascii NOT NULL,
  UNIQUE KEY drawing_states_version (drawing_id, version),
  CONSTRAINT drawing_states_of FOREIGN KEY (drawing_id) REFERENCES drawings (id) ON DELETE CASCADE,
  CONSTRAINT drawing_states_printed FOREIGN KEY (printed) REFERENCES snapshots (hash)
);
