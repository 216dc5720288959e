CREATE OR REPLACE FUNCTION drafts_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE ids uuid[];
BEGIN
  -- An act on many pictures puts what it changed into their summaries itself (photos/keepSummaries).
  IF current_setting('fabrica.summaries', true) IS DISTINCT FROM 'kept' THEN
    -- Empty ones are touched too: who is making one just now finds that it is old.
    UPDATE photo_summaries SET summary = NULL, touched = pg_current_xact_id() WHERE photo_id IN (SELECT photo_id FROM changed);
  END IF;
  ids := ARRAY(SELECT photo_id FROM changed WHERE field = 'keywords');
  IF cardinality(ids) > 0 THEN PERFORM keep_photo_keywords(ids); END IF;
  RETURN NULL;
END $$;
