-- Projections from triangles are previews, which exact ones follow; what failed is tried again, after pauses that grow. What is coarse or
-- failed from before is made anew once.
ALTER TABLE projections
  ADD COLUMN IF NOT EXISTS tries INT UNSIGNED NOT NULL DEFAULT 0,
  ADD COLUMN IF NOT EXISTS again_at TIMESTAMP NULL;

UPDATE projections SET state = 'waiting', content = NULL, coarse = FALSE, trouble = NULL
  WHERE tries = 0 AND again_at IS NULL AND (coarse OR state = 'failed');
