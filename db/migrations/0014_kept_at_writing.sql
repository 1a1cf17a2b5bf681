-- What is counted, compared or looked up over the whole office is kept as it is written, so that no screen reads all of it.

-- Which models an assembly is made of, each once.
CREATE TABLE IF NOT EXISTS specimen_components (
  specimen_id VARCHAR(80) NOT NULL,
  component_id VARCHAR(80) NOT NULL,
  PRIMARY KEY (specimen_id, component_id),
  KEY specimen_components_component (component_id),
  CONSTRAINT specimen_components_specimen FOREIGN KEY (specimen_id) REFERENCES specimens (id) ON DELETE CASCADE
) ENGINE = InnoDB;

-- What models and their variants give the dictionary's properties; `variant` is empty for the model itself. `width` is that of the
-- text in the office's first lettering at a height of 1 mm.
CREATE TABLE IF NOT EXISTS specimen_values (
  specimen_id VARCHAR(80) NOT NULL,
  variant VARCHAR(80) COLLATE utf8mb4_bin NOT NULL,
  property_id VARCHAR(80) NOT NULL,
  value JSON NOT NULL,
  text VARCHAR(2000) NOT NULL,
  width DOUBLE NOT NULL,
  PRIMARY KEY (specimen_id, variant, property_id),
  KEY specimen_values_width (property_id, width),
  CONSTRAINT specimen_values_specimen FOREIGN KEY (specimen_id) REFERENCES specimens (id) ON DELETE CASCADE
) ENGINE = InnoDB;

-- The names that models use, as they are matched: which models must be read again when the dictionary's names change.
CREATE TABLE IF NOT EXISTS specimen_names (
  matched VARCHAR(120) COLLATE utf8mb4_bin NOT NULL,
  specimen_id VARCHAR(80) NOT NULL,
  PRIMARY KEY (matched, specimen_id),
  CONSTRAINT specimen_names_specimen FOREIGN KEY (specimen_id) REFERENCES specimens (id) ON DELETE CASCADE
) ENGINE = InnoDB;

-- How many models have a property, and the widest of the values they have: the longest on record.
CREATE TABLE IF NOT EXISTS property_longest (
  property_id VARCHAR(80) NOT NULL PRIMARY KEY,
  specimens INT NOT NULL DEFAULT 0,
  longest JSON NOT NULL DEFAULT '[]'
) ENGINE = InnoDB;

-- Where editions use properties.
CREATE TABLE IF NOT EXISTS property_uses (
  property_id VARCHAR(80) NOT NULL,
  edition_id CHAR(36) NOT NULL,
  block_id VARCHAR(80) COLLATE utf8mb4_bin NOT NULL,
  cell_id VARCHAR(80) COLLATE utf8mb4_bin NOT NULL,
  -- The place in words: cell and block.
  place VARCHAR(300) NOT NULL,
  PRIMARY KEY (property_id, edition_id, block_id, cell_id),
  KEY property_uses_edition (edition_id),
  CONSTRAINT property_uses_edition FOREIGN KEY (edition_id) REFERENCES editions (id) ON DELETE CASCADE
) ENGINE = InnoDB;

-- What lists show of an edition.
ALTER TABLE editions
  ADD COLUMN IF NOT EXISTS unit ENUM('mm', 'in') NOT NULL DEFAULT 'mm',
  ADD COLUMN IF NOT EXISTS sizes JSON NOT NULL DEFAULT '[]',
  ADD COLUMN IF NOT EXISTS main_size VARCHAR(60) NOT NULL DEFAULT '';

ALTER TABLE specimens ADD KEY IF NOT EXISTS specimens_name (name, id), ADD KEY IF NOT EXISTS specimens_model (model, name);
ALTER TABLE formats ADD KEY IF NOT EXISTS formats_created (created_at, id);

-- Which of the tables that are kept at writing have been filled from what was there before them.
CREATE TABLE IF NOT EXISTS kept_tables (
  name VARCHAR(40) NOT NULL PRIMARY KEY,
  version INT UNSIGNED NOT NULL
) ENGINE = InnoDB;
