-- An act on a hundred thousand pictures keeps their ids: packing them with lz4 takes a fraction of the time. A PostgreSQL
-- that was built without it keeps its own; acts that stand already stay as they are.
DO $$
BEGIN
  ALTER TABLE writings ALTER COLUMN changes SET COMPRESSION lz4;
EXCEPTION WHEN feature_not_supported THEN NULL;
END $$;
