ALTER TABLE "photos" ADD COLUMN "orphaned" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX "photos_orphaned" ON "photos" USING btree ("id") WHERE "photos"."orphaned";--> statement-breakpoint
UPDATE "photos" SET "orphaned" = true WHERE NOT EXISTS (SELECT FROM "files" WHERE "files"."photo_id" = "photos"."id");
