-- Values of the office's places are known by property id. A place of version 1 gave them by name; it is read as if it were new.
ALTER TABLE value_places ADD COLUMN IF NOT EXISTS data_version TINYINT UNSIGNED NOT NULL DEFAULT 1;

-- Properties that the application supplies: an office that has a dictionary already gets those it lacks, behind its own.
INSERT IGNORE INTO properties (id, name, source, definition, position)
SELECT id, name, source, definition, 1000 FROM (
  SELECT 'projection-angle' AS id, 'Projection' AS name, 'profile' AS source, '{"id": "projection-angle", "name": "Projection", "type": "choice", "source": "profile", "aliases": [], "choices": ["first angle", "third angle"], "description": "The arrangement of views, which the projection symbol shows."}' AS definition
  UNION ALL
  SELECT 'tolerance-kind' AS id, 'Kind of tolerance' AS name, 'profile' AS source, '{"id": "tolerance-kind", "name": "Kind of tolerance", "type": "text", "source": "profile", "aliases": [], "description": "What a row of general tolerances is about: lengths, broken edges, angles, decimal places."}' AS definition
) AS supplied WHERE EXISTS (SELECT 1 FROM accounts);
