-- What models look like: each projection of a file of shapes once, under the hash of all that it is made from. A row that is done is
-- never written again.
CREATE TABLE IF NOT EXISTS projections (
  id CHAR(64) CHARACTER SET ascii NOT NULL PRIMARY KEY,
  shape CHAR(64) CHARACTER SET ascii NOT NULL,
  asked JSON NOT NULL,
  state ENUM('waiting', 'done', 'failed') NOT NULL DEFAULT 'waiting',
  content LONGTEXT CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  -- Made from triangles, because the exact one took too long.
  coarse BOOLEAN NOT NULL DEFAULT FALSE,
  trouble VARCHAR(500) NULL,
  seconds DECIMAL(8, 2) NULL,
  asked_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  KEY projections_shape (shape)
) ENGINE = InnoDB;

ALTER TABLE drawing_sheets
  -- The views of the sheet's model.
  ADD COLUMN IF NOT EXISTS views JSON NULL;
