ALTER TABLE "runs" RENAME COLUMN "takes_back" TO "undoes";--> statement-breakpoint
ALTER TABLE "assignments" DROP COLUMN "version";--> statement-breakpoint
-- Running numbers of imports that were asked for before their place was kept: behind all pictures of other runs.
UPDATE "runs" SET "parameters" = "parameters" || jsonb_build_object('placesTaken', coalesce((
  SELECT max("position") FROM "photos" p WHERE p."assignment_id" = "runs"."assignment_id" AND NOT EXISTS (
    SELECT 1 FROM "run_items" i WHERE i."run_id" = "runs"."id" AND i."photo_id" = p."id")), 0))
WHERE "kind" = 'import' AND NOT "parameters" ? 'placesTaken';
