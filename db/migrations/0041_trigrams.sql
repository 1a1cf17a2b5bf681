-- The pieces of three characters that texts have, by which a search finds them: models' names, and what the register searches. Pieces of
-- earlier texts may stay: the text itself decides.
CREATE TABLE IF NOT EXISTS specimen_grams (
  gram CHAR(3) NOT NULL,
  specimen_id VARCHAR(80) NOT NULL,
  PRIMARY KEY (gram, specimen_id),
  KEY specimen_grams_specimen (specimen_id),
  CONSTRAINT specimen_grams_of FOREIGN KEY (specimen_id) REFERENCES specimens (id) ON DELETE CASCADE
) ENGINE = InnoDB;

INSERT IGNORE INTO specimen_grams (gram, specimen_id)
SELECT SUBSTRING(name, seq, 3), id FROM specimens JOIN seq_1_to_118 ON seq <= CHAR_LENGTH(name) - 2;

CREATE TABLE IF NOT EXISTS drawing_grams (
  gram CHAR(3) NOT NULL,
  drawing_id CHAR(36) NOT NULL,
  PRIMARY KEY (gram, drawing_id),
  KEY drawing_grams_drawing (drawing_id),
  CONSTRAINT drawing_grams_of FOREIGN KEY (drawing_id) REFERENCES drawings (id) ON DELETE CASCADE
) ENGINE = InnoDB;

-- Number, title, model and variant, a line each.
ALTER TABLE drawings ADD COLUMN IF NOT EXISTS searched VARCHAR(800) NOT NULL DEFAULT '';

UPDATE drawings SET searched = CONCAT_WS('\n', number, title, model_name, variant), updated_at = updated_at;

INSERT IGNORE INTO drawing_grams (gram, drawing_id)
SELECT SUBSTRING(searched, seq, 3), id FROM drawings JOIN seq_1_to_798 ON seq <= CHAR_LENGTH(searched) - 2;
