ALTER TABLE "photos" ADD COLUMN "summary" jsonb;--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "summary_basis" text;--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "touched" "xid8" DEFAULT pg_current_xact_id() NOT NULL;--> statement-breakpoint
CREATE INDEX "photos_touched" ON "photos" USING btree ("assignment_id","touched");--> statement-breakpoint
CREATE FUNCTION photo_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.record IS DISTINCT FROM OLD.record THEN NEW.summary := NULL; END IF;
  IF NEW.summary IS DISTINCT FROM OLD.summary OR NEW.name <> OLD.name OR NEW.position <> OLD.position
    OR NEW.gone_at IS DISTINCT FROM OLD.gone_at THEN
    NEW.touched := pg_current_xact_id();
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER photo_changed BEFORE UPDATE ON photos FOR EACH ROW EXECUTE FUNCTION photo_changed();
--> statement-breakpoint
CREATE FUNCTION drafts_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE photos SET summary = NULL WHERE summary IS NOT NULL AND id IN (SELECT photo_id FROM changed);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER drafts_made AFTER INSERT ON drafts REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION drafts_changed();
--> statement-breakpoint
CREATE TRIGGER drafts_changed AFTER UPDATE ON drafts REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION drafts_changed();
--> statement-breakpoint
CREATE TRIGGER drafts_gone AFTER DELETE ON drafts REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION drafts_changed();
