CREATE TABLE "photo_summaries" (
	"photo_id" uuid PRIMARY KEY NOT NULL,
	"summary" jsonb,
	"basis" text,
	"touched" "xid8" DEFAULT pg_current_xact_id() NOT NULL
) WITH (fillfactor = 50);
--> statement-breakpoint
ALTER TABLE "photo_summaries" ADD CONSTRAINT "photo_summaries_photo_id_photos_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photos"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
INSERT INTO photo_summaries (photo_id) SELECT id FROM photos;--> statement-breakpoint
DROP TRIGGER photo_changed ON photos;--> statement-breakpoint
DROP TRIGGER photo_and_record ON photos;--> statement-breakpoint
DROP FUNCTION photo_record_changed();--> statement-breakpoint
DROP INDEX "photos_touched";--> statement-breakpoint
ALTER TABLE "photos" DROP COLUMN "summary";--> statement-breakpoint
ALTER TABLE "photos" DROP COLUMN "summary_basis";--> statement-breakpoint
ALTER TABLE "photos" DROP COLUMN "touched";--> statement-breakpoint
-- Whoever writes about a photo holds its row of photos before that of photo_summaries: nobody waits in a circle.
CREATE OR REPLACE FUNCTION photo_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'INSERT' THEN
    INSERT INTO photo_summaries (photo_id) VALUES (NEW.id);
  ELSIF NEW.record IS DISTINCT FROM OLD.record OR NEW.not_applicable IS DISTINCT FROM OLD.not_applicable THEN
    UPDATE photo_summaries SET summary = NULL, touched = pg_current_xact_id() WHERE photo_id = NEW.id;
  ELSIF NEW.name <> OLD.name OR NEW.position <> OLD.position OR NEW.assignment_id <> OLD.assignment_id
    OR NEW.gone_at IS DISTINCT FROM OLD.gone_at OR NEW.changed_outside_at IS DISTINCT FROM OLD.changed_outside_at THEN
    UPDATE photo_summaries SET touched = pg_current_xact_id() WHERE photo_id = NEW.id;
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER photo_changed
  AFTER INSERT OR UPDATE OF record, not_applicable, name, position, assignment_id, gone_at, changed_outside_at ON photos
  FOR EACH ROW EXECUTE FUNCTION photo_changed();
--> statement-breakpoint
CREATE OR REPLACE FUNCTION drafts_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE ids uuid[];
BEGIN
  -- Empty ones are touched too: who is making one just now finds that it is old.
  UPDATE photo_summaries SET summary = NULL, touched = pg_current_xact_id() WHERE photo_id IN (SELECT photo_id FROM changed);
  ids := ARRAY(SELECT photo_id FROM changed WHERE field = 'keywords');
  IF cardinality(ids) > 0 THEN PERFORM keep_photo_keywords(ids); END IF;
  RETURN NULL;
END $$;
