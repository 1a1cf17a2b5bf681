-- Settings of the office that are one value each, such as the scheme of its revisions.
CREATE TABLE office_settings (
  id VARCHAR(40) NOT NULL PRIMARY KEY,
  setting JSON NOT NULL
) ENGINE = InnoDB;

-- Revisions, the oldest first; item numbers of parts lists by assembly and rule.
ALTER TABLE drawings
  ADD COLUMN revisions JSON NOT NULL DEFAULT '[]' AFTER overruled,
  ADD COLUMN items JSON NOT NULL DEFAULT '{}' AFTER revisions;

-- The sheets of a drawing in their order; what is NULL is the drawing's.
CREATE TABLE drawing_sheets (
  drawing_id CHAR(36) NOT NULL,
  position SMALLINT UNSIGNED NOT NULL,
  id VARCHAR(40) NOT NULL,
  name VARCHAR(80) NOT NULL DEFAULT '',
  size_id VARCHAR(60) NULL,
  scale VARCHAR(20) NULL,
  edition_id CHAR(36) NULL,
  specimen_id VARCHAR(80) NULL,
  variant VARCHAR(80) NULL,
  PRIMARY KEY (drawing_id, position),
  UNIQUE KEY drawing_sheets_id (drawing_id, id),
  CONSTRAINT drawing_sheets_drawing FOREIGN KEY (drawing_id) REFERENCES drawings (id) ON DELETE CASCADE,
  CONSTRAINT drawing_sheets_edition FOREIGN KEY (edition_id) REFERENCES editions (id),
  CONSTRAINT drawing_sheets_specimen FOREIGN KEY (specimen_id) REFERENCES specimens (id)
) ENGINE = InnoDB;

INSERT INTO drawing_sheets (drawing_id, position, id) SELECT id, 0, 'first' FROM drawings;
