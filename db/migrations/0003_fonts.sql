-- The office's own lettering fonts, each kept once by the hash of its file, with the glyph table that measuring needs.
CREATE TABLE fonts (
  hash CHAR(64) NOT NULL PRIMARY KEY,
  name VARCHAR(200) NOT NULL,
  kind ENUM('ttf', 'otf') NOT NULL,
  bytes LONGBLOB NOT NULL,
  glyph_table LONGTEXT NOT NULL,
  created_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP
) ENGINE = InnoDB;
