ALTER TABLE "drafts" DROP CONSTRAINT "drafts_photo_id_photos_id_fk";
--> statement-breakpoint
-- A draft that says something else is written beside the one before, without a new entry in the index.
ALTER TABLE "drafts" SET (fillfactor = 50);--> statement-breakpoint
CREATE FUNCTION photos_gone() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  DELETE FROM drafts WHERE photo_id IN (SELECT id FROM gone);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER photos_gone AFTER DELETE ON photos REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION photos_gone();
--> statement-breakpoint
CREATE FUNCTION drafts_have_photos() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT FROM made WHERE NOT EXISTS (SELECT FROM photos WHERE id = made.photo_id)) THEN
    RAISE foreign_key_violation USING MESSAGE = 'a draft of a photo that is not there';
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER drafts_have_photos AFTER INSERT ON drafts REFERENCING NEW TABLE AS made FOR EACH STATEMENT EXECUTE FUNCTION drafts_have_photos();
