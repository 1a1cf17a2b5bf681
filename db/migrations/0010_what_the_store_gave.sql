-- What the model store last gave of a model, to tell what it changes from what was typed here; null: not heard since this is kept.
ALTER TABLE store_models ADD COLUMN given JSON NULL AFTER etag;
