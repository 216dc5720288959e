-- An act that keeps the summaries has locked its photos: they are there.
CREATE OR REPLACE FUNCTION drafts_have_photos() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF current_setting('fabrica.summaries', true) IS DISTINCT FROM 'kept' AND
    EXISTS (SELECT FROM made WHERE NOT EXISTS (SELECT FROM photos WHERE id = made.photo_id)) THEN
    RAISE foreign_key_violation USING MESSAGE = 'a draft of a photo that is not there';
  END IF;
  RETURN NULL;
END $$;
