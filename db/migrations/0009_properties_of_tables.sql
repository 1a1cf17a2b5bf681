-- Properties that tables print: an office that has a dictionary already gets those it lacks, behind its own. One with a property of the
-- same name keeps its own.
INSERT IGNORE INTO properties (id, name, source, definition, position)
SELECT id, name, source, definition, 1000 FROM (
  SELECT 'revision-zones' AS id, 'Zones' AS name, 'drawing' AS source, '{"id": "revision-zones", "name": "Zones", "type": "text", "source": "drawing", "aliases": ["Zone"], "description": "Where on the sheets a revision is, such as B4 or 2-B4; more than one with commas."}' AS definition
  UNION ALL
  SELECT 'revision-description' AS id, 'What was changed' AS name, 'drawing' AS source, '{"id": "revision-description", "name": "What was changed", "type": "text", "source": "drawing", "aliases": ["Description of change"], "length": 60, "description": "What a revision changed."}' AS definition
  UNION ALL
  SELECT 'revision-date' AS id, 'Date of revision' AS name, 'drawing' AS source, '{"id": "revision-date", "name": "Date of revision", "type": "date", "source": "drawing", "aliases": [], "description": "When the newest revision, or that of a row, was made."}' AS definition
  UNION ALL
  SELECT 'revised-by' AS id, 'Revised by' AS name, 'drawing' AS source, '{"id": "revised-by", "name": "Revised by", "type": "person", "source": "drawing", "aliases": [], "length": 20, "display": {"kind": "person", "form": "initial and surname"}}' AS definition
  UNION ALL
  SELECT 'revision-approved-by' AS id, 'Revision approved by' AS name, 'drawing' AS source, '{"id": "revision-approved-by", "name": "Revision approved by", "type": "person", "source": "drawing", "aliases": [], "length": 20, "display": {"kind": "person", "form": "initial and surname"}}' AS definition
  UNION ALL
  SELECT 'change-number' AS id, 'Change number' AS name, 'drawing' AS source, '{"id": "change-number", "name": "Change number", "type": "text", "source": "drawing", "aliases": ["Change note"], "length": 10, "description": "The office’s own number of the change."}' AS definition
  UNION ALL
  SELECT 'notes' AS id, 'Notes' AS name, 'drawing' AS source, '{"id": "notes", "name": "Notes", "type": "text", "source": "drawing", "aliases": [], "description": "Further notes of the drawing, parted by semicolons."}' AS definition
  UNION ALL
  SELECT 'item' AS id, 'Item' AS name, 'sheet' AS source, '{"id": "item", "name": "Item", "type": "text", "source": "sheet", "aliases": [], "description": "The item number of a row of a parts list."}' AS definition
  UNION ALL
  SELECT 'quantity' AS id, 'Quantity' AS name, 'sheet' AS source, '{"id": "quantity", "name": "Quantity", "type": "number", "source": "sheet", "aliases": [], "description": "How many of it a row of a parts list counts."}' AS definition
  UNION ALL
  SELECT 'row-mass' AS id, 'Mass of the row' AS name, 'sheet' AS source, '{"id": "row-mass", "name": "Mass of the row", "type": "number", "source": "sheet", "quantity": "mass", "unit": "kg", "aliases": [], "display": {"kind": "number", "decimals": 2, "trailingZeros": true, "showUnit": true}, "description": "What all of a row of a parts list weigh together."}' AS definition
  UNION ALL
  SELECT 'mass-of-one' AS id, 'Mass of one' AS name, 'sheet' AS source, '{"id": "mass-of-one", "name": "Mass of one", "type": "number", "source": "sheet", "quantity": "mass", "unit": "kg", "aliases": [], "display": {"kind": "number", "decimals": 2, "trailingZeros": true, "showUnit": true}}' AS definition
  UNION ALL
  SELECT 'note-number' AS id, 'Note number' AS name, 'sheet' AS source, '{"id": "note-number", "name": "Note number", "type": "number", "source": "sheet", "aliases": []}' AS definition
  UNION ALL
  SELECT 'note' AS id, 'Note' AS name, 'sheet' AS source, '{"id": "note", "name": "Note", "type": "text", "source": "sheet", "aliases": []}' AS definition
  UNION ALL
  SELECT 'size-range' AS id, 'Size range' AS name, 'profile' AS source, '{"id": "size-range", "name": "Size range", "type": "text", "source": "profile", "aliases": [], "description": "The sizes that a general tolerance is for."}' AS definition
  UNION ALL
  SELECT 'tolerance' AS id, 'Tolerance' AS name, 'profile' AS source, '{"id": "tolerance", "name": "Tolerance", "type": "text", "source": "profile", "aliases": []}' AS definition
) AS tables WHERE EXISTS (SELECT 1 FROM accounts);
