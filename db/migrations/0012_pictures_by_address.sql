-- The file of a raster picture stands beside its description, and travels by its address.
ALTER TABLE pictures ADD COLUMN IF NOT EXISTS bytes LONGBLOB NULL;

UPDATE pictures
SET bytes = FROM_BASE64(JSON_VALUE(picture, '$.data')), picture = JSON_REMOVE(picture, '$.data')
WHERE kind = 'raster' AND JSON_EXISTS(picture, '$.data');
