ALTER TABLE "photos" ADD COLUMN "replaced_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "former_sample" text;--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "former_identity" text;--> statement-breakpoint
CREATE OR REPLACE FUNCTION photo_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'INSERT' THEN
    INSERT INTO photo_summaries (photo_id) VALUES (NEW.id);
  ELSIF NEW.record IS DISTINCT FROM OLD.record OR NEW.not_applicable IS DISTINCT FROM OLD.not_applicable THEN
    UPDATE photo_summaries SET summary = NULL, touched = pg_current_xact_id() WHERE photo_id = NEW.id;
  ELSIF NEW.name <> OLD.name OR NEW.position <> OLD.position OR NEW.assignment_id <> OLD.assignment_id
    OR NEW.gone_at IS DISTINCT FROM OLD.gone_at OR NEW.changed_outside_at IS DISTINCT FROM OLD.changed_outside_at
    OR NEW.replaced_at IS DISTINCT FROM OLD.replaced_at THEN
    UPDATE photo_summaries SET touched = pg_current_xact_id() WHERE photo_id = NEW.id;
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
DROP TRIGGER photo_changed ON photos;
--> statement-breakpoint
CREATE TRIGGER photo_changed
  AFTER INSERT OR UPDATE OF record, not_applicable, name, position, assignment_id, gone_at, changed_outside_at, replaced_at ON photos
  FOR EACH ROW EXECUTE FUNCTION photo_changed();
